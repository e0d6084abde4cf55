import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';

/** True while the page is laid out for paper; what is drawn only then is there before the first sheet is. */
export function usePrinting(): boolean {
  const [isPrinting, setPrinting] = useState(() => matchMedia('print').matches);
  useEffect(() => {
    const paper = matchMedia('print');
    const tell = (is: boolean) => flushSync(() => setPrinting(is));
    const begin = () => tell(true);
    const change = () => tell(paper.matches);
    addEventListener('beforeprint', begin);
    addEventListener('afterprint', change);
    paper.addEventListener('change', change);
    return () => {
      removeEventListener('beforeprint', begin);
      removeEventListener('afterprint', change);
      paper.removeEventListener('change', change);
    };
  }, []);
  return isPrinting;
}

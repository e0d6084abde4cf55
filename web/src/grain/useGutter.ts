import { useMedia } from '../ui/useMedia.ts';

const DESK = 256;
const PHONE = 124;
const narrow = window.matchMedia('(max-width: 700px)');

/** Whether the column of names has room for a name only. */
export const useNarrow = () => useMedia(narrow);

/** Width of the column of names left of the lanes, in pixels: narrow on a phone. */
export const useGutter = () => (useNarrow() ? PHONE : DESK);

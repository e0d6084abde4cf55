import type { ReactNode } from 'react';

const WIDTH = 300;
const MOST = 2.5;
/** Factors stand on a scale on which twice as long is as far from the book as half. */
const x = (factor: number) => WIDTH / 2 + (Math.log(factor) / Math.log(MOST)) * (WIDTH / 2 - 8);

type Props = {
  readonly name: string;
  readonly factor: number;
  readonly low: number;
  readonly high: number;
  readonly children: ReactNode;
  readonly action?: ReactNode;
};

/** A figure of the shop's own against the book: the dashed line is the book, the strong mark the shop, the bar its spread. */
export function FactorLine({ name, factor, low, high, children, action }: Props) {
  return (
    <li className="grid items-center gap-x-4 gap-y-1 border-b border-line py-1.5 text-table sm:grid-cols-[160px_minmax(0,300px)_minmax(0,1fr)_auto]">
      <span>{name}</span>
      <svg viewBox={`0 0 ${WIDTH} 24`} className="h-6 w-full" aria-hidden="true">
        <rect x="0" y="4" width={WIDTH} height="16" fill="var(--m-sunk)" />
        <rect
          x={x(low)}
          y="4"
          width={Math.max(2, x(high) - x(low))}
          height="16"
          fill="var(--m-keyline)"
          opacity="0.5"
        />
        <path d={`M${WIDTH / 2} 0v24`} stroke="var(--m-ink)" strokeWidth="1.5" strokeDasharray="3 2" />
        <path d={`M${x(factor)} 1v22`} stroke="var(--m-copper)" strokeWidth="4" />
      </svg>
      <span>{children}</span>
      <span>{action}</span>
    </li>
  );
}

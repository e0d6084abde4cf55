import type { ReactNode } from 'react';
import { Field, Input } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';

export type Answer<T> = { readonly kind: 'ok'; readonly value: T } | { readonly kind: 'wrong'; readonly words: string };

/** Says what to enter when a figure is out of bounds; the core refuses it too, in a programmer's words. */
export function must(isRight: boolean, words: string): void {
  if (!isRight) throw new RangeError(words);
}

/** No sum of a workshop has larger figures; most that do have lost their decimal point. */
const MOST = 100_000;
const TOO_MUCH = 'Enter at most 100,000.';
/** A figure as typed; NaN when it is none. @throws {RangeError} when it is more than any sum here is for */
export function readFigure(text: string): number {
  const n = readNumber(text);
  must(!(Math.abs(n) > MOST), TOO_MUCH);
  return n;
}
function faultOf(n: number): string | undefined {
  if (!Number.isFinite(n)) return 'Enter a number.';
  return Math.abs(n) > MOST ? TOO_MUCH : undefined;
}

/** What the core answers, or its refusal in words. */
export function tried<T>(compute: () => T): Answer<T> {
  try {
    return { kind: 'ok', value: compute() };
  } catch (error) {
    return { kind: 'wrong', words: error instanceof RangeError ? error.message : 'Enter numbers.' };
  }
}

type NumberProps = {
  readonly label: string;
  readonly value: string;
  readonly onChange: (v: string) => void;
  /** How it is typed, where that is no plain number: inches and their fractions. */
  readonly read?: (text: string) => number;
};
export function NumberField({ label, value, onChange, read = readNumber }: NumberProps) {
  return (
    <Field label={label} error={faultOf(read(value))}>
      <Input inputMode="decimal" value={value} onChange={(e) => onChange(e.target.value)} />
    </Field>
  );
}

/** The answer large, or what to correct. */
export function Result<T>({
  answer,
  children,
}: {
  readonly answer: Answer<T>;
  readonly children: (value: T) => ReactNode;
}) {
  return (
    <div role="status" className="min-h-16">
      {answer.kind === 'ok' ? children(answer.value) : <p className="text-oxide-text">{answer.words}</p>}
    </div>
  );
}

export const Figure = ({ children }: { readonly children: ReactNode }) => (
  <p className="text-figure font-semibold">{children}</p>
);

import { useState } from 'react';
import { Input } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';

/** Keeps what is typed as typed (also half-typed), and passes on numbers; a decimal comma is a point. */
export function NumberInput({ value, onNumber }: { readonly value: number; readonly onNumber: (n: number) => void }) {
  const [text, setText] = useState(Number.isFinite(value) ? String(value) : '');
  const change = (typed: string) => {
    setText(typed);
    onNumber(readNumber(typed));
  };
  return <Input inputMode="decimal" value={text} onChange={(e) => change(e.target.value)} />;
}

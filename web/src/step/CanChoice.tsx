import type { PieceView } from '@app/contract';
import { canFor, type ShopStep } from '@app/core';
import { useState } from 'react';
import { useCommand } from '../data/useCommand.tsx';
import { useWorkshop } from '../data/workshop.tsx';
import { sayLitres } from '../ui/amounts.ts';
import { Button, Field, Select } from '../ui/parts.tsx';

/** Which can or cup a coat still to come is laid from; the plan keeps it for that coat. */
export function CanChoice({ piece, step }: { readonly piece: PieceView; readonly step: ShopStep }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const { paints } = view.shop;
  const now = canFor(paints, step)?.id ?? '';
  const [paint, setPaint] = useState(now);
  if (paints.length === 0) return null;
  const body = { version: piece.stepVersions[step.id] ?? 0, paint };
  return (
    <div className="flex flex-col gap-2 border-t border-line pt-3">
      <Field label="Laid from this can or cup">
        <Select value={paint} onChange={(e) => setPaint(e.target.value)}>
          <option value="">as the route says; no can of it on the shelf</option>
          {paints.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}, {sayLitres(p.on_hand_litres, view.workshop.units)} left
            </option>
          ))}
        </Select>
      </Field>
      {paint !== '' && paint !== now && (
        <Button
          className="self-start"
          onClick={() => void command('PUT', `/steps/${encodeURIComponent(step.id)}/can`, body)}
        >
          Lay it from this one
        </Button>
      )}
      {refusal}
    </div>
  );
}

import type { PieceView } from '@app/contract';
import { recipeFrom } from '@app/core';
import { useNavigate } from 'react-router';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button } from '../../ui/parts.tsx';

/** This finish with what was really done, kept as a recipe and begun on another piece. */
export function MakeAgain({ piece }: { readonly piece: PieceView }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const navigate = useNavigate();
  const name = `As on ${piece.name}`.slice(0, 60);
  const again = async () => {
    const known = view.shop.recipes.find((r) => r.name === name);
    const { brief, edits } = recipeFrom('', name, piece.brief, piece.edits);
    const body = { name, brief, edits };
    const isKept = known
      ? await command('PUT', `/shop/recipes/${known.id}`, { ...body, version: view.versions[`recipes/${known.id}`] })
      : await command('POST', '/shop/recipes', body);
    if (isKept) void navigate(`/pieces/new?recipe=${encodeURIComponent(name)}`);
  };
  return (
    <span className="flex flex-col items-end gap-1">
      <Button onClick={() => void again()}>Make it again…</Button>
      {refusal}
    </span>
  );
}

import { recipeFrom, withRecipe } from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button, Field, Input, Section, Select } from '../../ui/parts.tsx';
import type { RouteDraft } from '../../conflict/pieceWith.ts';

/** Keeps this finish under a name, or does this piece by one kept before; sizes follow the piece. */
export function RecipeForm({
  draft,
  onApply,
}: {
  readonly draft: RouteDraft;
  readonly onApply: (d: RouteDraft) => void;
}) {
  const { view, command } = useWorkshop();
  const [name, setName] = useState('');
  const save = async () => {
    const { brief, edits } = recipeFrom('', name.trim(), draft.brief, draft.edits);
    if (await command('POST', '/shop/recipes', { name: name.trim(), brief, edits })) setName('');
  };
  return (
    <Section title="Recipes">
      <div className="flex items-end gap-2">
        <Field label="Keep this finish as">
          <Input value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
        </Field>
        <Button disabled={name.trim() === ''} onClick={() => void save()}>
          Keep it
        </Button>
      </div>
      {view.shop.recipes.length > 0 && (
        <Field label="Do this piece by a recipe">
          <Select
            value=""
            onChange={(e) => {
              const recipe = view.shop.recipes.find((r) => r.id === e.target.value);
              if (recipe) onApply(withRecipe(draft.brief, draft.edits, recipe));
            }}
          >
            <option value="">choose…</option>
            {view.shop.recipes.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </Select>
        </Field>
      )}
    </Section>
  );
}

import { RecipeInput } from '@app/contract';
import { recipeFrom, withRecipe } from '@app/core';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { Button, Field, Input, Section, Select } from '../../ui/parts.tsx';
import { useTypedForm } from '../../ui/useTypedForm.ts';
import type { RouteDraft } from '../../conflict/pieceWith.ts';

/** Keeps this finish under a name, or does this piece by one kept before; sizes follow the piece. */
export function RecipeForm({
  draft,
  onApply,
}: {
  readonly draft: RouteDraft;
  readonly onApply: (d: RouteDraft) => void;
}) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const { register, fault, submit, reset } = useTypedForm({
    typed: { name: '' },
    schema: RecipeInput,
    read: (t) => {
      const { name, brief, edits } = recipeFrom('', t.name.trim(), draft.brief, draft.edits);
      return { name, brief, edits };
    },
  });
  const save = submit(async (body) => {
    if (await command('POST', '/shop/recipes', body)) reset();
  });
  return (
    <Section title="Recipes">
      <div className="flex items-end gap-2">
        <Field label="Keep this finish as" error={fault('name') ?? fault('root')}>
          <Input maxLength={60} {...register('name')} />
        </Field>
        <Button onClick={save}>Keep it</Button>
      </div>
      {refusal}
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

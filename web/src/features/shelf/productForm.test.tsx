import { PRODUCTS, productById } from '@app/core';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { inShop } from '../../../test/inShop.tsx';
import { ProductForm } from './ProductForm.tsx';

afterEach(cleanup);
const field = (label: string) => screen.getByLabelText((words) => words.startsWith(label));
const open = (id: string | null, units: 'metric' | 'us' = 'metric') =>
  inShop(<ProductForm product={id === null ? null : productById.get(id)!} onDone={vi.fn()} />, {
    units,
    view: { versions: {} },
  });
const sent = (command: ReturnType<typeof open>['command']) =>
  (command.mock.calls[0]![2] as { product: Record<string, unknown> }).product;

describe('a product of one’s own', () => {
  test('is sent with hours as minutes, an id from its name, and what it is mixed with', async () => {
    const { user, command } = open(null);
    await user.type(field('Product'), 'Élan two-part');
    await user.clear(field('Next coat, h'));
    await user.type(field('Next coat, h'), '2,5');
    await user.type(field('Window closes, h'), '24');
    await user.type(field('Mixed in parts'), '4:1');
    await user.clear(field('Mixed with'));
    await user.type(field('Mixed with'), 'hardener');
    await user.click(screen.getByRole('button', { name: 'Add it to the list' }));
    expect(command).toHaveBeenCalledWith('PUT', '/products/own-elan-two-part', expect.anything());
    expect(sent(command)).toMatchObject({
      stages_minutes: { recoat: 150 },
      recoatMax_minutes: 1440,
      mixing: { with: 'hardener', parts: [4, 1] },
    });
  });
  test.each([
    ['Product', '', 'Give the product a name.'],
    ['Coverage, m²/L', '0', /Coverage: enter a number above 0/],
    ['Next coat, h', '0.1', /"recoat" \(6 min\) comes before "touch"/],
    ['Touch, h', 'soon', /Hours: 0 or more/],
    ['Window closes, h', '1', /latest recoat/],
    ['Solids by volume, %', '120', /Solids: at most 100/],
    ['Mixed in parts', 'two to one', /Enter the parts like 2:1/],
    ['Not below, °C', 'cold', /the coldest air it stands/],
    ['Not above, % humidity', '101', /the dampest air it stands/],
  ])('%s of “%s” is not sent, and why is said beside it', async (label, typed, words) => {
    const { user, command } = open(null);
    fireEvent.change(field('Product'), { target: { value: 'Trial' } });
    fireEvent.change(field(label), { target: { value: typed } });
    await user.click(screen.getByRole('button', { name: 'Add it to the list' }));
    expect((await screen.findAllByRole('alert')).map((a) => a.textContent)).toContainEqual(
      typeof words === 'string' ? words : (expect.stringMatching(words) as string),
    );
    expect(command).not.toHaveBeenCalled();
  });
});

describe('a library product with the shop’s own figures', () => {
  test.each(PRODUCTS.filter((p) => p.limits !== null).map((p) => [p.name, p.id] as const))(
    '%s saved untouched keeps every figure it had',
    async (_name, id) => {
      const { user, command } = open(id);
      await user.click(screen.getByRole('button', { name: /^Save / }));
      expect(sent(command)).toEqual(productById.get(id)!);
    },
  );
  test('in US units coverage and cold are typed as on the can and sent in SI', async () => {
    // 400 ft²/gal is 9.82 m²/L; 50 °F is 10 °C: definitions of foot, gallon and degree.
    const { user, command } = open('matt-paint', 'us');
    await user.clear(field('Coverage, ft²/gal'));
    await user.type(field('Coverage, ft²/gal'), '400');
    await user.clear(field('Not below, °F'));
    await user.type(field('Not below, °F'), '50');
    await user.click(screen.getByRole('button', { name: /^Save / }));
    expect(sent(command)['spread_m2PerL']).toBeCloseTo(9.817, 3);
    expect(sent(command)['limits']).toMatchObject({ minTemperature_c: 10 });
  });
});

import { describe, expect, test } from 'vitest';
import {
  buildRoute,
  dayOf,
  editedRoute,
  firstShop,
  instantAt,
  planAfresh,
  problemOf,
  rebuilt,
  recipeFrom,
  type RouteEdit,
  type RouteStep,
  type ShopPiece,
  type ShopStep,
  sayEdit,
  productById,
  stepsOf,
  withRecipe,
} from '../src/index.ts';
import { coatsOf, inputOf, isBefore, keysOf, OAK, STAINED, stepOf } from './fixtures/pieces.ts';
import { randomFrom, randomWorkshop } from './fixtures/randomWorkshop.ts';

const SHOPS = process.env['MOKUME_LONG'] ? 400 : 25;

const CHEST = inputOf({});
const shopPiece = (steps: readonly RouteStep[], now: number): ShopPiece => ({
  id: 'p',
  name: 'Chest',
  kind: 'stock',
  arrival: now,
  due: null,
  promised: false,
  active: true,
  steps: stepsOf('p', steps),
});
const changed = (...edits: RouteEdit[]) => editedRoute(CHEST, edits);

describe('a route changed by its painter', () => {
  test('without changes it is the built one', () => {
    expect(changed().steps).toEqual(buildRoute(CHEST).steps);
  });
  test('a struck step is gone, what it protected stays visible, and the next waits for what went before it', () => {
    const r = changed({ op: 'strike', step: 'scuff', why: 'the client says it is sanded' });
    expect(keysOf(r)).not.toContain('scuff');
    expect(r.struck).toMatchObject([{ key: 'scuff', why: 'the client says it is sanded' }]);
    expect(r.struck[0]!.caution).toMatch(/mask/);
    expect(r.struck[0]!.lost).toMatch(/tooth/);
    expect(stepOf(r, 'paint-1').after.map((l) => l.step)).toContain('wash');
  });
  test('striking the wax takes wiping and buffing with it', () => {
    const r = editedRoute(inputOf({ template: 'mirror', brief: { sealer: 'wax' } }), [
      { op: 'strike', step: 'wax', why: 'stays raw' },
    ]);
    expect(keysOf(r).filter((k) => k.includes('wax') && k !== 'wax-runners')).toEqual([]);
  });
  test('coats are numbered by where they stand, and paint follows their number', () => {
    const four = changed({ op: 'coats', series: 'paint', count: 4 });
    expect(coatsOf(four, 'paint').map((s) => s.title)).toEqual([
      'Paint, coat 1 of 4, slate',
      'Paint, coat 2 of 4, slate',
      'Paint, coat 3 of 4, slate',
      'Paint, coat 4 of 4, slate',
    ]);
    expect(stepOf(four, 'clear-body-1').after[0]!.step).toBe('paint-4');
    const one = changed({ op: 'coats', series: 'clear-body', count: 1 });
    expect(keysOf(one)).not.toContain('denib-body-2');
    expect(stepOf(one, 'clear-body-1').title).toBe('Clear coat');
  });
  test('a thick coat takes more paint, and dries with the square of it in the plan', () => {
    // Diffusion-limited drying goes with the square of the film: common practice, and the model's own choice.
    const thick = changed({ op: 'film', step: 'paint-1', thickness: 1.5 });
    expect(stepOf(thick, 'paint-1').litres).toBeCloseTo(1.5 * stepOf(changed(), 'paint-1').litres, 9);
    expect(stepOf(thick, 'paint-2').litres).toBe(stepOf(changed(), 'paint-2').litres);
    const shop = firstShop('Europe/Berlin', 'Rona');
    const now = instantAt('Europe/Berlin', dayOf('2026-03-02'), 8 * 60);
    const recoatAfter = (route: typeof thick) => {
      const plan = planAfresh(problemOf(shop, [shopPiece(route.steps, now)], now));
      const { end, dry } = plan.steps['p.paint-1']!;
      return dry.recoat! - end;
    };
    expect(recoatAfter(thick)).toBeGreaterThan(1.5 * recoatAfter(changed()));
    const thin = changed({ op: 'film', step: 'paint-1', thickness: 0.7 });
    expect(recoatAfter(thin)).toBeLessThanOrEqual(recoatAfter(changed()));
    expect(changed({ op: 'film', step: 'wash', thickness: 1.5 }).unused).toMatchObject([{ why: 'It leaves no coat.' }]);
  });
  test('a window that hung on a coat taken away hangs on the last that stays', () => {
    const wet = inputOf({ brief: { looks: [{ kind: 'distressed' }], house: { distress: 'wet' } } });
    const r = editedRoute(wet, [{ op: 'coats', series: 'paint', count: 1 }]);
    expect(stepOf(r, 'distress-wet').after).toContainEqual({
      step: 'paint-1',
      from: 'end',
      min_minutes: 30,
      max_minutes: 120,
    });
  });
  test('another product brings its own drying, amount and caution', () => {
    const r = changed({ op: 'product', step: 'clear-body-1', product: 'oil-clear' });
    expect(stepOf(r, 'clear-body-1').caution).toMatch(/catch fire/);
    expect(stepOf(r, 'denib-body-2').after[0]).toMatchObject({ step: 'clear-body-1', from: 'sand' });
  });
  test('a sprayed coat takes the sprayer and more paint; back to the brush gives both back', () => {
    const sprayed = changed({ op: 'method', step: 'paint-1', method: 'spray' });
    expect(stepOf(sprayed, 'paint-1')).toMatchObject({ tool: 'sprayer', skill: 'spray' });
    expect(stepOf(sprayed, 'paint-1').litres).toBeGreaterThan(stepOf(sprayed, 'paint-2').litres);
    const back = changed(
      { op: 'method', step: 'paint-1', method: 'spray' },
      { op: 'method', step: 'paint-1', method: 'brush' },
    );
    expect(stepOf(back, 'paint-1')).toMatchObject({ tool: null, skill: 'paint' });
  });
  test('split for two people: halves of about the same work on different zones, and the next coat waits for both', () => {
    const r = changed({ op: 'split', step: 'paint-1' });
    const [a, b] = [stepOf(r, 'paint-1'), stepOf(r, 'paint-1-b')];
    expect(a.zones.filter((z) => b.zones.includes(z))).toEqual([]);
    expect(Math.abs(a.work_minutes - b.work_minutes)).toBeLessThanOrEqual(10);
    expect(stepOf(r, 'paint-2').after.map((l) => l.step)).toEqual(expect.arrayContaining(['paint-1', 'paint-1-b']));
    const frame = editedRoute(inputOf({ template: 'mirror' }), [{ op: 'split', step: 'paint-1' }]);
    expect(frame.unused[0]!.why).toMatch(/one zone only/);
  });
  test('a moved step waits for its new neighbour', () => {
    const r = changed({ op: 'move', step: 'scuff', after: 'paint-1' });
    expect(isBefore(r, 'paint-1', 'scuff')).toBe(true);
    expect(stepOf(r, 'scuff').after).toContainEqual({
      step: 'paint-1',
      from: 'sand',
      min_minutes: 0,
      max_minutes: null,
    });
  });
  test('an added step is waited for, asks for its own drying before it, and says it is the painter’s', () => {
    const r = changed({
      op: 'add',
      after: 'paint-1',
      step: {
        key: 'own-1',
        title: 'Antique the corners',
        zones: ['body', 'no-such-zone'],
        minutes: 33,
        hands: 1,
        skill: 'paint',
        product: 'water-glaze',
        coat: 'glaze',
        colour: OAK.hex,
        dusty: false,
        wait_minutes: 90,
      },
    });
    expect(stepOf(r, 'own-1')).toMatchObject({ authority: 'own', zones: ['body'], work_minutes: 35 });
    expect(stepOf(r, 'own-1').after).toEqual([{ step: 'paint-1', from: 'end', min_minutes: 90, max_minutes: null }]);
    expect(stepOf(r, 'paint-2').after.map((l) => l.step)).toContain('own-1');
  });
  test('a change that no longer fits is told, not made; the others are', () => {
    const r = changed(
      { op: 'strike', step: 'no-such', why: 'x' },
      { op: 'coats', series: 'paint', count: 0 },
      { op: 'product', step: 'paint-1', product: 'gone' },
      { op: 'minutes', step: 'wash', minutes: 90 },
    );
    expect(r.unused.map((u) => u.why)).toEqual([
      'That step is not in this route.',
      'Enter 1 to 12 coats.',
      'This product is not in the list any more.',
    ]);
    expect(stepOf(r, 'wash').work_minutes).toBe(90);
  });
  test('each kind of change reads as a sentence', () => {
    const { steps } = changed();
    const say = (e: RouteEdit) => sayEdit(e, steps, productById);
    expect(say({ op: 'strike', step: 'scuff', why: 'done' })).toBe('Left out “Sand smooth, 120-180, dust off”: done');
    expect(say({ op: 'coats', series: 'paint-top', count: 3 })).toBe('3 coats of paint (top)');
    expect(say({ op: 'wait', step: 'paint-2', minutes: 240 })).toMatch(
      /^At least 4 h before “Paint, coat 2 of 2, slate”$/,
    );
    expect(say({ op: 'move', step: 'wash', after: null })).toBe('Moved “Wash and rinse” behind the start');
  });
  test('after any changes to any piece every step waits only for steps before it', () => {
    for (let seed = 1; seed <= SHOPS; seed++) {
      const r = randomFrom(seed * 31);
      for (const { input } of randomWorkshop(seed, 2).pieces) {
        const edits: RouteEdit[] = [];
        for (let n = 0; n < 6; n++) {
          const { steps } = editedRoute(input, edits);
          const pick = () => steps[Math.floor(r() * steps.length)]!.key;
          edits.push(
            r() < 0.25
              ? { op: 'move', step: pick(), after: pick() }
              : r() < 0.33
                ? { op: 'strike', step: pick(), why: 'random' }
                : r() < 0.5
                  ? { op: 'split', step: pick() }
                  : { op: 'redo', step: pick(), round: n + 1 },
          );
        }
        const seen = new Set<string>();
        for (const s of editedRoute(input, edits).steps) {
          expect(seen.has(s.key), `seed ${seed}: ${s.key} twice`).toBe(false);
          for (const l of s.after) expect(seen, `seed ${seed}: ${s.key} waits for ${l.step}`).toContain(l.step);
          seen.add(s.key);
        }
      }
    }
  });
});

describe('a recipe', () => {
  const edits: RouteEdit[] = [
    { op: 'coats', series: 'paint', count: 3 },
    { op: 'hold', key: 'hold-1', before: 'paint-1', title: 'Wait for Maro' },
  ];
  const recipe = recipeFrom('r', 'Slate', { ...CHEST.brief, top: STAINED, approvals: ['first-coat'] }, edits);
  test('keeps the finish and the painter’s changes, not whom the piece waited for', () => {
    expect(recipe.edits).toEqual([edits[0]]);
    expect(recipe.brief.approvals).toBeUndefined();
  });
  test('is scaled by building the other piece: more paint on a wardrobe, as many coats', () => {
    const wardrobe = inputOf({ template: 'wardrobe' });
    const applied = withRecipe(wardrobe.brief, [], recipe);
    const r = editedRoute({ ...wardrobe, brief: applied.brief }, applied.edits);
    expect(coatsOf(r, 'paint')).toHaveLength(3);
    const small = editedRoute({ ...CHEST, brief: applied.brief }, applied.edits);
    expect(coatsOf(r, 'paint')[0]!.litres).toBeGreaterThan(coatsOf(small, 'paint')[0]!.litres);
  });
  test('on a piece where a change finds nothing it says so', () => {
    const keep = recipeFrom('r', 'K', CHEST.brief, [{ op: 'strike', step: 'wax-runners', why: 'none' }]);
    const table = inputOf({ template: 'table' });
    expect(editedRoute({ ...table, brief: keep.brief }, keep.edits).unused).toHaveLength(1);
  });
});

test('a route built again keeps what happened, also what it no longer asks for, and pins of what is to come', () => {
  const grimy = inputOf({ findings: ['grime'] });
  const before = stepsOf('p', buildRoute(grimy).steps).map((s) =>
    s.key === 'wash-1' || s.key === 'wash-2'
      ? { ...s, state: { kind: 'done', from: 10, until: 50, by: ['a'] } as const }
      : s.key === 'scuff'
        ? { ...s, pin: { notBefore: 999 } }
        : s,
  );
  const after = rebuilt('p', before, buildRoute(CHEST).steps);
  expect(after.filter((s) => s.state.kind === 'done').map((s) => s.key)).toEqual(['wash-1', 'wash-2']);
  expect(after.find((s) => s.key === 'scuff')!.pin).toEqual({ notBefore: 999 });
  expect(new Set(after.map((s) => s.id)).size).toBe(after.length);
});

test('what comes next on a wash the new route no longer asks for waits until it is dry, and nothing goes in a circle', () => {
  const grimy = inputOf({ findings: ['grime'] });
  const glue = {
    key: 'glue-it',
    title: 'Glue it',
    acts: [{ do: 'glue' }],
    product: 'wood-glue',
    zones: ['body'],
    coat: null,
    colour: null,
    skill: 'prep',
    hands: 1,
    dusty: false,
    minutes: 10,
    wait_minutes: 0,
  } as const;
  const washed = (state: ShopStep['state']) =>
    rebuilt(
      'p',
      stepsOf('p', buildRoute(grimy).steps).map((s) => (s.key === 'wash-1' ? { ...s, state } : s)),
      editedRoute(CHEST, [
        { op: 'strike', step: 'wash', why: 'done' },
        { op: 'add', step: glue, after: 'take-apart' },
      ]).steps,
    );
  const isDone = { kind: 'done', from: 10, until: 50, by: ['a'] } as const;
  const linksTo = (steps: readonly ShopStep[]) =>
    steps.flatMap((s) => s.after.filter((l) => l.step === 'wash-1').map((l) => [s.key, l.from]));
  // Sanding waits for the water to be out of the wood; what comes after that waits for the sanding.
  expect(linksTo(washed(isDone))).toContainEqual(['glue-it', 'topcoat']);
  expect(linksTo(washed(isDone))).toContainEqual(['scuff', 'sand']);
  expect(linksTo(washed(isDone)).filter(([key]) => key!.startsWith('clear'))).toEqual([]);
  expect(linksTo(washed({ kind: 'planned' }))).toEqual([]);
  const done = washed(isDone).find((s) => s.key === 'wash-1')!;
  expect(done.after.every((l) => washed(isDone).some((s) => s.key === l.step && s.state.kind === 'done'))).toBe(true);
});

test('a step that is running goes on as it was begun when its route is built again', () => {
  const before = stepsOf('p', buildRoute(CHEST).steps).map((s) =>
    s.key === 'scuff' ? { ...s, work_minutes: 77, state: { kind: 'started', at: 10, by: ['a'] } as const } : s,
  );
  const running = rebuilt('p', before, buildRoute(CHEST).steps).find((s) => s.key === 'scuff')!;
  expect(running).toMatchObject({ work_minutes: 77, state: { kind: 'started', at: 10, by: ['a'] } });
});

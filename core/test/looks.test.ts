import { describe, expect, test } from 'vitest';
import {
  editedRoute,
  foundEdit,
  type LookCheck,
  lookById,
  LOOK_CHECKS,
  looksAfter,
  type OwnStep,
  PRODUCTS,
  type Refusal,
  rescueEdits,
  type RouteEdit,
  routeFaults,
  type RouteInput,
  type RouteStep,
  zonesOfStep,
} from '../src/index.ts';
import { inputOf, STAINED, WHITE } from './fixtures/pieces.ts';

const PIECES: readonly RouteInput[] = [
  inputOf({}),
  inputOf({ survey: { finish: 'varnish' }, brief: { body: WHITE, hardware: 'clean' } }),
  inputOf({ survey: { finish: 'varnish' }, brief: { top: STAINED } }),
  inputOf({ brief: { method: 'spray', sealer: 'wax' }, means: { sprayer: true } }),
];
const zonesOn = (input: RouteInput) => editedRoute(input, []).zones;
const asked = (id: string, step: RouteStep) => looksAfter(step).some((l) => l.id === id);
const ask = (id: string) =>
  PIECES.flatMap((input) =>
    editedRoute(input, [])
      .steps.filter((s) => asked(id, s))
      .map((step) => ({ input, step })),
  );

describe('what is looked for', () => {
  test('every look has words of its own, a fault and a rescue with products there are', () => {
    const known = new Set(PRODUCTS.map((p) => p.id));
    expect(new Set(LOOK_CHECKS.map((l) => l.id)).size).toBe(LOOK_CHECKS.length);
    for (const l of LOOK_CHECKS) {
      expect(l.asked, l.id).toMatch(/\?$/);
      expect(l.fault.length).toBeGreaterThan(3);
      if (l.rescue.do !== 'steps') continue;
      for (const s of l.rescue.steps) {
        expect(s.minutes).toBeGreaterThanOrEqual(5);
        if (s.product !== null && s.product !== 'same') expect(known, `${l.id}: ${s.product}`).toContain(s.product);
      }
    }
  });
  test('raking light is asked for after the first coat only, wax after wax, fittings when they are back on', () => {
    const [input] = PIECES;
    const { steps } = editedRoute(input!, []);
    const paints = steps.filter((s) => s.coat === 'paint');
    expect(paints.map((s) => asked('raking-light', s))).toEqual(paints.map((_, i) => i === 0));
    const lit = steps.filter((s) => s.acts.some((a) => a.do === 'look' && a.light === 'raking'));
    expect(lit.map((s) => s.key)).toEqual(['raking-light']);
    expect(steps.filter((s) => s.coat !== 'wax').some((s) => asked('wax-residue', s))).toBe(false);
    for (const s of steps) expect(asked('fittings', s)).toBe(s.acts.some((a) => a.do === 'attach'));
    for (const s of steps) expect(asked('loose', s)).toBe(s.product === null);
  });
  test('most looks are asked for on ordinary pieces', () => {
    const never = LOOK_CHECKS.filter((l) => ask(l.id).length === 0).map((l) => l.id);
    // Those need a spray gun, a transfer, wax, a wet rub: they are asked for where these are.
    expect(never.length).toBeLessThan(9);
  });
});

describe('a rescue goes through the surfaces', () => {
  test.each(LOOK_CHECKS.map((l) => [l.id, l] as const))(
    '%s leaves a route on which every step meets what it needs',
    (_, look) => {
      for (const { input, step } of ask(look.id)) {
        const edits = rescueEdits(look, step, zonesOfStep(step, zonesOn(input)), [], input.brief.refusals ?? []);
        const route = editedRoute(input, edits);
        expect(route.unused, `${look.id} after ${step.key}`).toEqual([]);
        expect(route.steps.length).toBeGreaterThan(editedRoute(input, []).steps.length);
        expect(routeFaults(input, route), `${look.id} after ${step.key}`).toEqual([]);
      }
    },
  );
  test('no shellac is laid in a rescue where the owner refuses it, and a stain is blocked all the same', () => {
    const rescued = (look: LookCheck, refusals: readonly Refusal[]) => {
      const { step } = ask(look.id)[0]!;
      return rescueEdits(look, step, step.zones, [], refusals).flatMap((e) => (e.op === 'add' ? [e.step] : []));
    };
    const dye = lookById.get('dye-on-cloth')!;
    expect(rescued(dye, []).map((s) => s.product)).toEqual(['shellac-primer', 'shellac-primer']);
    expect(rescued(dye, ['no-shellac']).map((s) => s.product)).toEqual(['stain-blocker', 'stain-blocker']);
    for (const look of LOOK_CHECKS.filter((l) => ask(l.id).length > 0))
      for (const s of rescued(look, ['no-shellac'])) expect(`${s.title} ${s.product}`, look.id).not.toMatch(/shellac/i);
  });
  test('twice the same fault is rescued twice, under other keys', () => {
    const { input, step } = ask('nibs')[0]!;
    const look = lookById.get('nibs')!;
    const first = rescueEdits(look, step, step.zones, [], []);
    const second = rescueEdits(look, step, step.zones, first, []);
    expect(editedRoute(input, [...first, ...second]).unused).toEqual([]);
    const key = (e: RouteEdit | undefined) => (e as { step: OwnStep }).step.key;
    expect(key(second[0])).not.toBe(key(first[0]));
  });
  test('where the fault is, and nowhere else', () => {
    const { step } = ask('holidays').find((x) => x.step.zones.length > 1)!;
    const [edit] = rescueEdits(lookById.get('holidays')!, step, [step.zones[0]!], [], []);
    expect(edit).toMatchObject({ op: 'add', after: step.key, step: { zones: [step.zones[0]], product: step.product } });
  });
  test('what is found while working is so many minutes more behind the step in hand', () => {
    const { input, step } = ask('loose')[0]!;
    const edit = foundEdit(step, zonesOfStep(step, zonesOn(input)), 15, 'a loose foot', []);
    const made = editedRoute(input, [edit]).steps.find((s) => s.key === 'found-1')!;
    expect(made).toMatchObject({
      work_minutes: 15,
      title: 'Found while working: a loose foot',
      zones: zonesOfStep(step, zonesOn(input)),
    });
  });
});

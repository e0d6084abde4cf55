import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  buildRoute,
  composeRoute,
  conditionOf,
  finishOf,
  precedenceOf,
  type Route,
  routeFaults,
  type RouteInput,
  type RouteStep,
  RULES,
  showsWood,
  zonesOf,
} from '../src/index.ts';
import { anyPiece } from './fixtures/anyPiece.ts';
import { type Given, inputOf, OAK, routeOf, STAINED, WHITE } from './fixtures/pieces.ts';

const RUNS = process.env['MOKUME_LONG'] ? 20_000 : 250;

/** Without what an owner may insist on against all advice: no sanding, no primer, oil over a film. */
const willing = (input: RouteInput): RouteInput => ({
  ...input,
  brief: { ...input.brief, refusals: [], prime: 'auto', sealer: 'auto' },
});
/** Wood is to show where there is none: nobody can build that, and a conflict says so. */
const isImpossible = (input: RouteInput): boolean =>
  zonesOf(input.template, input.dimensions, input.zones).zones.some((z) => {
    const { wood, finish } = conditionOf(input.survey, z.id);
    const isSlick = wood === 'laminate' || finish === 'foil';
    return isSlick && showsWood(finishOf(z, input.survey, input.brief, 'painted').treatment.kind);
  });

describe('built routes', () => {
  test(`of ${RUNS} random pieces, briefs, rows and looks none leaves a step on a surface it must not meet`, () => {
    fc.assert(
      fc.property(anyPiece.map(willing), (input) => {
        fc.pre(!isImpossible(input));
        expect(routeFaults(input, buildRoute(input))).toEqual([]);
      }),
      { numRuns: RUNS, seed: 21 },
    );
  });
  test('no two rules speak for the same choice without one being the stronger', () => {
    fc.assert(
      fc.property(anyPiece, (input) => {
        expect(composeRoute(input).ties).toEqual([]);
      }),
      { numRuns: RUNS, seed: 22 },
    );
  });
  test('rules that overrule nothing there is, another tier or each other are refused', () => {
    const [a, b] = RULES;
    const rule = (id: string, over: readonly string[], tier: 'practice' | 'wish' = 'practice') => ({
      ...a!,
      id,
      over,
      tier,
    });
    expect(() => precedenceOf([rule('x', ['gone'])])).toThrow(/no rule/);
    expect(() => precedenceOf([rule('x', ['y']), rule('y', [], 'wish')])).toThrow(/another tier/);
    expect(() => precedenceOf([rule('x', ['y']), rule('y', ['x'])])).toThrow(/overrule each other/);
    const order = precedenceOf([rule('x', ['y']), rule('y', ['z']), rule('z', []), { ...b!, id: 'w', tier: 'wish' }]);
    expect(order.stronger('x', 'z')).toBe('x');
    expect(order.stronger('z', 'w')).toBe('w');
  });
});

type Change = (r: Route) => readonly RouteStep[];
const drop =
  (key: string): Change =>
  ({ steps }) =>
    steps.filter((s) => s.key !== key);
const changed =
  (key: string, more: Partial<RouteStep>): Change =>
  ({ steps }) =>
    steps.map((s) => (s.key === key ? { ...s, ...more } : s));
const moved =
  (key: string, before: string): Change =>
  ({ steps }) => {
    const step = steps.find((s) => s.key === key)!;
    const rest = steps.filter((s) => s !== step);
    const at = rest.findIndex((s) => s.key === before);
    return [...rest.slice(0, at), step, ...rest.slice(at)];
  };
/** What it waits for becomes a plain "after", as somebody in a hurry would have it. */
const hurried =
  (key: string): Change =>
  ({ steps }) =>
    steps.map((s) =>
      s.key === key
        ? {
            ...s,
            after: s.after.map((l) => ({ step: l.step, from: 'end', min_minutes: 0, max_minutes: null }) as const),
          }
        : s,
    );

const varnished = { finish: 'varnish', layers: 1 } as const;
const oldPaint = { finish: 'dark-paint', layers: 2, age: 'old' } as const;
/** A route that is right, one thing done to it, and what the checker has to say of it: step, zone and need. */
const MUTATED: readonly (readonly [words: string, Given, Change, string | null, string, string])[] = [
  ['the wash is left out', {}, drop('wash'), 'paint-1', 'body', 'clean'],
  ['sanded five minutes after the wash', { survey: varnished }, hurried('scuff'), 'scuff', 'body', 'dry'],
  ['a second coat on a wet first', {}, hurried('paint-2'), 'paint-2', 'drawers', 'dry'],
  ['clear rubbed while it is wet', {}, hurried('denib-body-2'), 'denib-body-2', 'body', 'dry'],
  ['tape on a fresh stain', { brief: { top: STAINED } }, hurried('tape'), 'tape', 'top', 'dry'],
  ['the scuffing is left out', { survey: varnished }, drop('scuff'), 'paint-1', 'body', 'dull'],
  [
    'sanded but not dusted',
    { survey: varnished },
    changed('scuff', { acts: [{ do: 'abrade', to: 'level', grits: [180] }] }),
    'paint-1',
    'body',
    'free-of-dust',
  ],
  [
    'paint over wax',
    { brief: { sealer: 'wax' }, template: 'mirror' },
    moved('wax', 'paint-2'),
    'paint-2',
    'frame',
    'free-of-wax',
  ],
  ['old wax never taken off', { survey: { finish: 'wax' } }, drop('dewax'), 'paint-1', 'body', 'free-of-wax'],
  ['stain over varnish', { survey: varnished, brief: { top: STAINED } }, drop('sand-top'), 'stain-top', 'top', 'bare'],
  [
    'conditioner on varnish',
    { survey: varnished, brief: { top: STAINED } },
    drop('sand-top'),
    'condition-top',
    'top',
    'bare-for-conditioner',
  ],
  [
    'conditioner never wiped',
    { survey: varnished, brief: { top: STAINED } },
    drop('wipe-conditioner'),
    'stain-top',
    'top',
    'free-of-excess',
  ],
  [
    'wax never wiped',
    { brief: { sealer: 'wax' }, template: 'mirror' },
    drop('wipe-wax'),
    'buff-wax',
    'frame',
    'free-of-excess',
  ],
  [
    'stripper never scraped off',
    { survey: { ...oldPaint, lead: 'negative' }, brief: { top: STAINED } },
    drop('scrape-1'),
    'sand-top',
    'top',
    'free-of-stripper',
  ],
  ['flakes left on', { survey: oldPaint, findings: ['flaking'] }, drop('scrape-loose'), 'paint-1', 'body', 'sound'],
  [
    'bleeding not blocked',
    { survey: varnished, findings: ['bleeds'] },
    (r) => r.steps.filter((s) => s.coat !== 'primer'),
    'paint-1',
    'body',
    'blocked',
  ],
  ['no lead test', { survey: oldPaint }, drop('lead-test'), 'scuff', 'body', 'lead-tested'],
  [
    'lead found and nobody asked',
    { survey: { ...oldPaint, lead: 'positive' }, findings: ['flaking'] },
    drop('lead-stop'),
    'scrape-loose',
    'body',
    'lead-decided',
  ],
  [
    'veneer sanded with 80',
    { survey: { ...varnished, wood: 'veneer' }, brief: { top: STAINED } },
    changed('sand-top', { acts: [{ do: 'abrade', to: 'bare', grits: [80, 120] }, { do: 'dust-off' }] }),
    'sand-top',
    'top',
    'fine-enough',
  ],
  [
    'foil sanded to the wood',
    { survey: { wood: 'laminate', finish: 'foil' } },
    changed('scuff', { acts: [{ do: 'abrade', to: 'bare', grits: [220] }, { do: 'dust-off' }] }),
    'scuff',
    'body',
    'not-through-foil',
  ],
  [
    'a cane seat painted along',
    { template: 'chair', survey: { zones: { seats: { wood: 'cane' } } } },
    changed('paint-1', { zones: ['frames', 'seats'] }),
    'paint-1',
    'seats',
    'wood',
  ],
  [
    'painted before it is uncovered',
    { brief: { top: STAINED } },
    moved('clear-top-1', 'untape'),
    'clear-top-1',
    'top',
    'uncovered',
  ],
  ['tape left on for good', { brief: { top: STAINED } }, drop('untape'), null, 'top', 'unmasked'],
  ['raised grain under clear', { brief: { top: STAINED } }, drop('denib-stain'), 'clear-top-1', 'top', 'smooth-grain'],
  [
    'a watery glaze on paint that wakes up',
    { brief: { looks: [{ kind: 'glazed' }] } },
    drop('seal-under-glaze'),
    'glaze',
    'body',
    'not-woken',
  ],
  ['droppings swept dry', { findings: ['droppings'] }, drop('disinfect'), 'take-apart', 'body', 'disinfected'],
  ['powder paint nobody mixed', { brief: { paint: 'powder-paint' } }, drop('mix-powder'), 'paint-1', 'body', 'mixed'],
  ['never painted', {}, (r) => r.steps.filter((s) => s.coat !== 'paint'), null, 'body', 'painted'],
  [
    'never oiled',
    { brief: { top: { kind: 'oil' } } },
    (r) => r.steps.filter((s) => s.coat !== 'oil'),
    null,
    'top',
    'oiled',
  ],
  [
    'heat where solvent was',
    { survey: { ...oldPaint, lead: 'negative' }, brief: { top: STAINED, house: { strip: 'heat' } } },
    (r) => hurried('heat')({ ...r, steps: changed('wash', { product: 'white-spirit' })(r) }),
    'heat',
    'top',
    'no-heat-near-solvent',
  ],
  [
    'oil on a film',
    { brief: { top: { kind: 'oil' } } },
    changed('oil-top-1', { product: 'water-clear', coat: 'clear' }),
    'oil-top-2',
    'top',
    'open',
  ],
];

describe('a route somebody changed', () => {
  test.each(MUTATED)('%s', (_, given, change, step, zone, need) => {
    const input = inputOf(given);
    const route = routeOf(given);
    expect(routeFaults(input, route)).toEqual([]);
    const faults = routeFaults(input, { ...route, steps: change(route) });
    expect(faults.map((f) => ({ step: f.step, zone: f.zone, need: f.need }))).toContainEqual({ step, zone, need });
    expect(faults.find((f) => f.need === need)!.words.length).toBeGreaterThan(15);
  });
  test('at least fifteen kinds of need are told apart', () => {
    expect(new Set(MUTATED.map(([, , , , , need]) => need)).size).toBeGreaterThanOrEqual(15);
  });
  test('the painter’s own step on a stained top is dried for like any other', () => {
    const given: Given = { brief: { top: { kind: 'stain', colour: OAK } } };
    const route = routeOf(given);
    const white = {
      ...route.steps.find((s) => s.key === 'clear-top-1')!,
      key: 'own',
      product: 'matt-paint',
      colour: WHITE.hex,
    };
    const at = route.steps.findIndex((s) => s.key === 'stain-top') + 1;
    const steps = [
      ...route.steps.slice(0, at),
      { ...white, coat: 'paint' as const, after: [] },
      ...route.steps.slice(at),
    ];
    expect(routeFaults(inputOf(given), { ...route, steps })).toContainEqual(
      expect.objectContaining({ step: 'own', zone: 'top', need: 'dry' }),
    );
  });
});

import type { RouteInput } from '../build/facts.ts';
import { editedRoute } from '../edit/editedRoute.ts';
import type { RouteEdit } from '../edit/routeEdit.ts';
import type { Route } from '../piece.ts';
import { routeFaults } from './checked.ts';
import type { Conflict, Fix } from './conflict.ts';
import type { RouteFault } from '../../checker/checkRoute.ts';

/** What else a need can be met by, when no change of the painter's is to blame. */
function otherwise({ need, step }: RouteFault, { brief }: RouteInput): Fix {
  switch (need) {
    case 'dull':
      return brief.refusals?.includes('no-sanding') && brief.prime !== 'no'
        ? { label: 'Let it be sanded', brief: { refusals: brief.refusals.filter((r) => r !== 'no-sanding') } }
        : { label: 'Prime after all', brief: { prime: 'yes' } };
    case 'blocked':
      return { label: 'Prime after all', brief: { prime: brief.prime === 'no' ? 'auto' : 'yes' } };
    case 'open':
      return { label: 'Seal with a film instead', brief: { sealer: 'clear' } };
    case 'wood':
    case 'bare':
    case 'not-through-foil':
    case 'fine-enough':
      return { label: 'Leave that step out', edits: [{ op: 'strike', step: step!, why: 'not on this surface' }] };
    default:
      return step === null
        ? { label: 'Put the built route back', drops: [] }
        : { label: 'Leave that step out', edits: [{ op: 'strike', step, why: 'the surface is not ready for it' }] };
  }
}

const same = (a: RouteFault, b: RouteFault) => a.need === b.need && a.step === b.step;

/**
 * Needs of the surfaces that the route does not meet, each once a step, with the zones in words: a change of the painter's
 * that brought it is taken back, else the wish is changed.
 * @param known steps at which another rule has already said what is wrong
 */
export function checkedConflicts(
  input: RouteInput,
  edits: readonly RouteEdit[],
  route: Pick<Route, 'zones' | 'steps'>,
  known: ReadonlySet<string | null>,
): Conflict[] {
  const faults = routeFaults(input, route);
  const told = faults.filter((f, i) => !known.has(f.step) && faults.findIndex((o) => same(o, f)) === i);
  if (told.length === 0) return [];
  const without = new Map(edits.map((e) => [e, faultsWithout(input, edits, e)]));
  return told.map((f): Conflict => {
    const names = faults.filter((o) => same(o, f)).flatMap((o) => route.zones.find((z) => z.id === o.zone)?.name ?? []);
    const blamed = edits.filter((e) => !without.get(e)!.some((o) => same(o, f)));
    return {
      id: `surface-${f.need}`,
      step: f.step,
      severity: 'stop',
      words: `${names.join(', ')}: ${f.words.charAt(0).toLowerCase()}${f.words.slice(1)}`,
      fix: blamed.length > 0 ? { label: 'Take that change back', drops: blamed.slice(-1) } : otherwise(f, input),
    };
  });
}

const faultsWithout = (input: RouteInput, edits: readonly RouteEdit[], left: RouteEdit): RouteFault[] =>
  routeFaults(
    input,
    editedRoute(
      input,
      edits.filter((e) => e !== left),
    ),
  );

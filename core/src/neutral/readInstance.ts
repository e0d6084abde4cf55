import type { NeutralInstance, NeutralPiece } from './format.ts';

/** More than anybody reads at once. */
const MOST_FAULTS = 20;

/** What makes an instance impossible to read, in words that name the thing; empty when it can be planned. */
export function instanceFaults(input: unknown): string[] {
  const shape = shapeFault(input);
  if (shape !== null) return [shape];
  const instance = input as NeutralInstance;
  const ids = new Set(instance.pieces.flatMap((p) => p.steps.map((s) => s.id)));
  return [
    ...sizeFaults(instance),
    ...Object.entries(instance.calendars ?? {}).flatMap(([name, spans]) => calendarFaults(name, spans)),
    ...instance.pieces.flatMap((p) => stepFaults(p, ids)),
  ].slice(0, MOST_FAULTS);
}

const LISTS = ['staff', 'stations', 'tools', 'pieces'] as const;
function shapeFault(input: unknown): string | null {
  if (!isObject(input)) return 'The instance must be a JSON object in the format workshop/1.';
  if (input['format'] !== 'workshop/1')
    return `The format is "${String(input['format'])}"; only workshop/1 can be read.`;
  const missing = LISTS.find((list) => !Array.isArray(input[list]));
  return missing === undefined ? null : `"${missing}" is missing or no list.`;
}

function sizeFaults({ grid, horizon, floor, stations }: NeutralInstance): string[] {
  const faults: string[] = [];
  if (!(grid > 0) || !(horizon > 0)) faults.push('"grid" and "horizon" must be above 0.');
  if (!isObject(floor) || !(floor.capacity >= 0)) faults.push('"floor" needs a capacity of 0 or more.');
  for (const s of stations)
    if (!(s.capacity >= 1)) faults.push(`Station ${s.id} has capacity ${s.capacity}; it needs 1 or more.`);
  return faults;
}

function calendarFaults(name: string, spans: readonly (readonly [number, number])[]): string[] {
  return spans.flatMap(([from, until], i) => [
    ...(until > from ? [] : [`Calendar ${name} has a shift that ends at ${until}, before it starts at ${from}.`]),
    ...(i > 0 && spans[i - 1]![1] > from ? [`Calendar ${name} has shifts that overlap at ${from}.`] : []),
  ]);
}

function stepFaults(p: NeutralPiece, ids: ReadonlySet<string>): string[] {
  const faults: string[] = [];
  for (const s of p.steps) {
    if (!(s.duration >= 0)) faults.push(`Step ${s.id} lasts ${s.duration} minutes; it needs 0 or more.`);
    for (const l of s.after) {
      if (!ids.has(l.step)) faults.push(`Step ${s.id} waits for "${l.step}", which is not given.`);
      if (l.max !== null && l.max < l.min)
        faults.push(`Step ${s.id} must start at most ${l.max} minutes after ${l.step}, but at least ${l.min}.`);
    }
  }
  return faults;
}

const isObject = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x);

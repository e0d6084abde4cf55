import type { NeutralInstance } from './format.ts';

/** What makes an instance impossible to read, in words that name the thing; empty when it can be planned. */
export function instanceFaults(input: unknown): string[] {
  if (!isObject(input)) return ['The instance must be a JSON object in the format workshop/1.'];
  if (input['format'] !== 'workshop/1')
    return [`The format is "${String(input['format'])}"; only workshop/1 can be read.`];
  for (const list of ['staff', 'stations', 'tools', 'pieces'] as const)
    if (!Array.isArray(input[list])) return [`"${list}" is missing or no list.`];
  const instance = input as unknown as NeutralInstance;
  const faults: string[] = [];
  if (!(instance.grid > 0) || !(instance.horizon > 0)) faults.push('"grid" and "horizon" must be above 0.');
  if (!isObject(instance.floor) || !(instance.floor.capacity >= 0))
    faults.push('"floor" needs a capacity of 0 or more.');
  for (const s of instance.stations)
    if (!(s.capacity >= 1)) faults.push(`Station ${s.id} has capacity ${s.capacity}; it needs 1 or more.`);
  for (const [name, spans] of Object.entries(instance.calendars ?? {}))
    for (let i = 0; i < spans.length; i++) {
      const [from, until] = spans[i]!;
      if (!(until > from))
        faults.push(`Calendar ${name} has a shift that ends at ${until}, before it starts at ${from}.`);
      if (i > 0 && spans[i - 1]![1] > from) faults.push(`Calendar ${name} has shifts that overlap at ${from}.`);
    }
  const ids = new Set(instance.pieces.flatMap((p) => p.steps.map((s) => s.id)));
  for (const p of instance.pieces)
    for (const s of p.steps) {
      if (!(s.duration >= 0)) faults.push(`Step ${s.id} lasts ${s.duration} minutes; it needs 0 or more.`);
      for (const l of s.after) {
        if (!ids.has(l.step)) faults.push(`Step ${s.id} waits for "${l.step}", which is not given.`);
        if (l.max !== null && l.max < l.min)
          faults.push(`Step ${s.id} must start at most ${l.max} minutes after ${l.step}, but at least ${l.min}.`);
      }
    }
  return faults.slice(0, 20);
}

const isObject = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x);

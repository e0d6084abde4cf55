import type { StepsBefore, WorkshopView } from '@app/contract';
import type { NewTap } from '../offline/store.ts';

const STEP = /^\/steps\/([^/]+)\/(start|done|progress|differently|photo|clip|problem|pin)$/;
const WORDS = {
  start: 'Started',
  done: 'Done',
  progress: 'Under way',
  differently: 'Done differently',
  photo: 'Photo of',
  clip: 'Clip of',
  problem: 'Problem with',
  pin: 'Moved',
} as const;
/** What happened at the moment it was tapped, unless another was entered. */
const HAPPENS: readonly (keyof typeof WORDS)[] = ['start', 'done', 'progress', 'differently', 'photo', 'clip'];

type Said = {
  readonly file?: Blob;
  readonly commandId: string;
  readonly done?: boolean;
  readonly before?: StepsBefore;
};

const sayBefore = (steps: number) =>
  steps === 0 ? '' : steps === 1 ? ', and a step before it' : `, and ${steps} steps before it`;

/**
 * A command as a tap that may wait to be sent: what is said of a step. It carries when it was tapped, so that it says the
 * same whenever it arrives. Null: a command of another kind, whose form keeps what was entered instead.
 */
export function tapOf(
  view: WorkshopView,
  method: 'POST' | 'PUT' | 'DELETE',
  path: string,
  body: object,
  now: number,
): Omit<NewTap, 'owner'> | null {
  const found = STEP.exec(path);
  if (!found || method === 'DELETE') return null;
  const step = decodeURIComponent(found[1]!);
  const what = found[2] as keyof typeof WORDS;
  const piece = view.pieces.find((p) => p.steps.some((s) => s.id === step));
  const title = piece?.steps.find((s) => s.id === step)?.title;
  if (!piece || title === undefined) return null;
  const { file, ...said } = body as Said;
  const happens = HAPPENS.includes(what) ? { at: now } : {};
  return {
    method,
    path,
    body: { ...happens, ...said },
    ...(file ? { file } : {}),
    step,
    words: `${what === 'photo' && said.done ? 'Photo and done' : WORDS[what]}: ${title} on ${piece.name}${sayBefore(said.before?.steps.length ?? 0)}`,
    tappedAt: now,
  };
}

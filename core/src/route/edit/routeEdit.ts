import type { Skill } from '../../planner/model/model.ts';
import type { Act } from '../act.ts';
import type { Coat, Method } from '../piece.ts';

/** A step the painter adds. */
export type OwnStep = {
  readonly key: string;
  readonly title: string;
  readonly zones: readonly string[];
  readonly minutes: number;
  readonly hands: 1 | 2;
  readonly skill: Skill;
  readonly product: string | null;
  readonly coat: Coat | null;
  readonly colour: string | null;
  readonly dusty: boolean;
  /** What it does to the surface. Missing: a dusty one sands it dull, any other only lays its coat. */
  readonly acts?: readonly Act[] | undefined;
  /** Shortest gap after what went before, beside the drying. */
  readonly wait_minutes: number;
};

/**
 * One change to the built route. A piece keeps its changes, not the changed steps: when the survey or a size changes,
 * the route is built again and the changes are made to it again; a recipe is such a list, and fits any size.
 */
export type RouteEdit =
  | { readonly op: 'strike'; readonly step: string; readonly why: string }
  | { readonly op: 'add'; readonly after: string | null; readonly step: OwnStep }
  | { readonly op: 'move'; readonly step: string; readonly after: string | null }
  | { readonly op: 'product'; readonly step: string; readonly product: string }
  /** Laid from a can of another product or colour than the brief says. */
  | { readonly op: 'can'; readonly step: string; readonly product: string; readonly colour: string }
  /** Done on these zones only; the rest is a step of its own. */
  | { readonly op: 'zones'; readonly step: string; readonly zones: readonly string[] }
  | { readonly op: 'method'; readonly step: string; readonly method: Method }
  /** Thinner or thicker than an ordinary coat: paint used goes with it, drying with its square. */
  | { readonly op: 'film'; readonly step: string; readonly thickness: number }
  | { readonly op: 'coats'; readonly series: string; readonly count: number }
  | { readonly op: 'minutes'; readonly step: string; readonly minutes: number }
  /** Two people, each half of the zones, at the same time. */
  | { readonly op: 'split'; readonly step: string }
  | { readonly op: 'wait'; readonly step: string; readonly minutes: number }
  /** Waiting for someone or something in front of a step. */
  | { readonly op: 'hold'; readonly key: string; readonly before: string; readonly title: string }
  /** It failed: let it harden, sand back, lay it again. */
  | { readonly op: 'redo'; readonly step: string; readonly round: number }
  /** Dye or tannin came through: one more coat of shellac primer. */
  | { readonly op: 'block'; readonly step: string; readonly round: number };

/** How thick a coat can be laid, against an ordinary one. */
export const FILMS = [0.7, 1, 1.5] as const;

export const EDIT_OPS = [
  'strike',
  'add',
  'move',
  'product',
  'can',
  'zones',
  'method',
  'film',
  'coats',
  'minutes',
  'split',
  'wait',
  'hold',
  'redo',
  'block',
] as const satisfies readonly RouteEdit['op'][];

/** Made by what happened, not by choice: kept when the painter puts the built route back. */
export const isForced = (e: RouteEdit) => e.op === 'hold' || e.op === 'redo' || e.op === 'block' || e.op === 'zones';

/** A change that found nothing to change, and why, in words. */
export type Unused = { readonly edit: RouteEdit; readonly why: string };

/** The first key of a step that was reworked: `paint-1-again-2` is `paint-1` again. */
export const baseKey = (key: string) => key.replace(/-(again|block)-\d+$/, '');

/** The number the next rework of a step gets, so that no two steps share a key. */
export const nextRound = (edits: readonly RouteEdit[], op: 'redo' | 'block', step: string): number =>
  1 + edits.filter((e) => e.op === op && baseKey(e.step) === baseKey(step)).length;

import type { PieceView } from '@app/contract';
import {
  type Coat,
  type Group,
  type Instant,
  isOverdue,
  type Placement,
  type Plan,
  type ShopStep,
  type Wood,
} from '@app/core';

export const WOOD_COLOURS: Record<Wood, string> = {
  softwood: '#d9b98a',
  hardwood: '#b98d5a',
  'red-wood': '#8a4b35',
  veneer: '#a97848',
  laminate: '#c9bfae',
  mdf: '#b7a58a',
  metal: '#8a8d90',
  glass: '#cfd8d8',
  cane: '#cdb27c',
  cloth: '#bfb7a8',
  stone: '#c9c6bf',
};

/** Heights of a normal lane, docs/decisions/0005: label row, strata, work row. */
export const LANE = { height: 64, labels: 16, strata: 36, work: 12, wood: 8 } as const;

export type Stratum = {
  readonly step: ShopStep;
  readonly group: Group;
  readonly coat: Coat;
  readonly colour: string;
  readonly y: number;
  readonly height: number;
  readonly from: Instant;
  readonly laid: Instant;
  /** Fit for the next coat, as far as known. */
  readonly dry: Instant;
  readonly isDone: boolean;
};
export type WorkMark = {
  readonly step: ShopStep;
  readonly at: Placement;
  readonly state: 'done' | 'running' | 'planned' | 'overdue';
  readonly isPinned: boolean;
};
type Hold = { readonly step: ShopStep; readonly from: Instant; readonly until: Instant };
type WindowMark = { readonly step: ShopStep; readonly from: Instant; readonly until: Instant };
export type LaneModel = {
  readonly woodY: number;
  readonly wood: string;
  readonly stain: { readonly colour: string; readonly from: Instant } | null;
  /** The finish it came with, until it is stripped or sanded away; `y` of the body's and the top's side. */
  readonly oldFinish: { readonly bodyUntil: Instant | null; readonly topUntil: Instant | null } | null;
  readonly strata: readonly Stratum[];
  readonly works: readonly WorkMark[];
  readonly holds: readonly Hold[];
  readonly windows: readonly WindowMark[];
  readonly from: Instant;
  /** Where the strata end: pickup, or ready when that is later or there is no date. */
  readonly until: Instant;
  readonly due: Instant | null;
  readonly ready: Instant | null;
  readonly isLate: boolean;
  /** Full cure of the slowest coat, null when past what is known. */
  readonly cured: Instant | null;
};

/** One piece's cross-section through time, in instants and lane pixels; no drawing yet. */
export function laneModel(piece: PieceView, plan: Plan, now: Instant): LaneModel {
  const placed = piece.steps.flatMap((step) => (plan.steps[step.id] ? [{ step, at: plan.steps[step.id]! }] : []));
  const ready = plan.ready[piece.id] ?? null;
  const isLate = piece.due !== null && ready !== null && ready > piece.due;
  const last = Math.max(now, ...placed.map((p) => Math.max(p.at.end, p.at.dry.travel ?? 0)));
  const coats = placed
    .filter((p) => p.step.coat !== null && p.step.coat !== 'stain' && p.step.group !== 'inside')
    .sort((a, b) => a.at.start - b.at.start);
  const height = coatHeight(coats.length);
  const bodyCount = coats.filter((c) => c.step.group !== 'top').length;
  const used = coats.length * height + LANE.wood;
  const woodY = LANE.labels + (LANE.strata - used) / 2 + bodyCount * height;
  const stain = placed.find((p) => p.step.coat === 'stain');
  return {
    woodY,
    wood: WOOD_COLOURS[piece.survey.wood],
    stain: stain ? { colour: stain.step.colour ?? '#8a6238', from: stain.at.start } : null,
    oldFinish:
      piece.survey.finish === 'raw'
        ? null
        : {
            bodyUntil: firstCoatOf(placed, 'body'),
            topUntil: barred(placed) ?? firstCoatOf(placed, 'top') ?? firstCoatOf(placed, 'body'),
          },
    strata: stack(coats, woodY, height),
    works: placed
      .filter((p) => p.step.hands > 0)
      .map((p) => ({
        step: p.step,
        at: p.at,
        state: stateOf(p.step, p.at, now),
        isPinned: p.step.pin.at !== undefined || p.step.pin.notBefore !== undefined || p.step.pin.person !== undefined,
      })),
    holds: holdsOf(piece, plan),
    windows: windowsOf(piece, plan),
    from: Math.min(piece.arrival, ...placed.map((p) => p.at.start)),
    until: Math.max(piece.due ?? 0, ready ?? last),
    due: piece.due,
    ready,
    isLate,
    cured: placed.reduce<Instant | null>(
      (m, p) => (p.at.dry.cure === undefined ? m : Math.max(m ?? 0, p.at.dry.cure)),
      null,
    ),
  };
}

/** clamp(2, 28 / coats, 6) pixels. */
export const coatHeight = (coats: number) => Math.min(6, Math.max(2, 28 / Math.max(1, coats)));

type Placed = { readonly step: ShopStep; readonly at: Placement };

function stack(coats: readonly Placed[], woodY: number, height: number): Stratum[] {
  let up = woodY;
  let down = woodY + LANE.wood;
  return coats.map(({ step, at }) => {
    const group: Group = step.group === 'top' ? 'top' : 'body';
    if (group === 'body') up -= height;
    const y = group === 'body' ? up : down;
    if (group === 'top') down += height;
    const dry = Math.max(at.end, at.dry.recoat ?? at.end);
    return {
      step,
      group,
      coat: step.coat!,
      colour: step.colour ?? '#d9dcdd',
      y,
      height,
      from: at.start,
      laid: at.end,
      dry,
      isDone: step.state.kind === 'done',
    };
  });
}

function stateOf(step: ShopStep, at: Placement, now: Instant): WorkMark['state'] {
  if (step.state.kind === 'done') return 'done';
  if (step.state.kind === 'started') return 'running';
  return isOverdue(at, now) ? 'overdue' : 'planned';
}

/** A hold is drawn from when it begins to wait until it is expected to end. */
function holdsOf(piece: PieceView, plan: Plan): Hold[] {
  return piece.steps.flatMap((step) => {
    const at = plan.steps[step.id];
    if (step.hands !== 0 || !at || step.state.kind === 'done') return [];
    const from = Math.max(piece.arrival, ...step.after.map((l) => plan.steps[`${piece.id}.${l.step}`]?.end ?? 0));
    return [{ step, from, until: at.end }];
  });
}

function windowsOf(piece: PieceView, plan: Plan): WindowMark[] {
  return piece.steps.flatMap((step) =>
    step.state.kind === 'done'
      ? []
      : step.after.flatMap((l) => {
          const before = plan.steps[`${piece.id}.${l.step}`];
          return l.max_minutes === null || !before
            ? []
            : [{ step, from: before.end + l.min_minutes, until: before.end + l.max_minutes }];
        }),
  );
}

const firstCoatOf = (placed: readonly Placed[], group: Group) =>
  placed.filter((p) => p.step.group === group && p.step.coat !== null).sort((a, b) => a.at.start - b.at.start)[0]?.at
    .start ?? null;
/** When wood beside the body is bare: stripped or sanded down. */
const barred = (placed: readonly Placed[]) =>
  placed.find((p) => p.step.acts.some((a) => a.do === 'abrade' && a.to === 'bare') && !p.step.zones.includes('body'))
    ?.at.end ?? null;

import type { PieceView, WorkshopView } from '@app/contract';
import { type Instant, type Person, type Placement, type ShopStep, wallClock } from '@app/core';

export type Job = {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly at: Placement;
  readonly isRunning: boolean;
  readonly isDue: boolean;
  readonly windowUntil: Instant | null;
};
export type PersonDay = {
  readonly person: Person;
  readonly now: Job | null;
  readonly next: Job | null;
  readonly later: readonly Job[];
  /** What they have done today, the last first. */
  readonly done: readonly Job[];
};
export type Wet = {
  readonly piece: PieceView;
  readonly step: ShopStep;
  readonly from: Instant;
  readonly ready: Instant;
  readonly readyFor: string;
};
export type Today = {
  readonly people: readonly PersonDay[];
  readonly wet: readonly Wet[];
  readonly nextWork: Instant | null;
};

/** What each person does now, next and later today, and every film that is not yet fit for what comes after it. */
export function todayOf(view: WorkshopView, now: Instant): Today {
  const { day } = wallClock(view.shop.timeZone, now);
  const jobs = view.pieces
    .filter((p) => p.active)
    .flatMap((piece) =>
      piece.steps.flatMap((step) => (isOpen(step) && view.plan.steps[step.id] ? [jobOf(view, piece, step, now)] : [])),
    )
    .sort((a, b) => Number(b.isRunning) - Number(a.isRunning) || a.at.start - b.at.start);
  const today = jobs.filter((j) => j.isRunning || wallClock(view.shop.timeZone, j.at.start).day <= day);
  const done = view.pieces
    .filter((p) => p.active)
    .flatMap((piece) =>
      piece.steps.flatMap((step) =>
        step.state.kind === 'done' &&
        view.plan.steps[step.id] &&
        wallClock(view.shop.timeZone, step.state.until).day === day
          ? [jobOf(view, piece, step, now)]
          : [],
      ),
    )
    .sort((a, b) => b.at.end - a.at.end);
  return {
    people: view.shop.people.map((person) => personDay(person, today, done, now)),
    wet: wetFilms(view, now),
    nextWork: jobs[0]?.at.start ?? null,
  };
}

const isOpen = (s: ShopStep) => s.hands > 0 && s.state.kind !== 'done';

function jobOf(view: WorkshopView, piece: PieceView, step: ShopStep, now: Instant): Job {
  const at = view.plan.steps[step.id]!;
  const link = step.after.find((l) => l.max_minutes !== null);
  const before = link && view.plan.steps[`${piece.id}.${link.step}`];
  const begun = piece.steps.find((s) => s.key === link?.step)?.state.kind === 'done';
  return {
    piece,
    step,
    at,
    isRunning: step.state.kind === 'started',
    isDue: at.start <= now,
    windowUntil: before && begun ? before.end + link.max_minutes! : null,
  };
}

function personDay(person: Person, jobs: readonly Job[], done: readonly Job[], now: Instant): PersonDay {
  const own = jobs.filter((j) => j.at.people.includes(person.id));
  const current = own.find((j) => j.isRunning) ?? own.find((j) => j.at.start <= now + 15) ?? null;
  const rest = own.filter((j) => j !== current);
  const doneByThem = done.filter((j) => j.step.state.kind === 'done' && j.step.state.by.includes(person.id));
  return { person, now: current, next: rest[0] ?? null, later: rest.slice(1), done: doneByThem };
}

/** The drying stage that the next step of hands-on work waits for decides what "ready" means. */
function wetFilms(view: WorkshopView, now: Instant): Wet[] {
  const wet: Wet[] = [];
  for (const piece of view.pieces.filter((p) => p.active))
    for (const step of piece.steps) {
      const at = view.plan.steps[step.id];
      if (!at || step.state.kind !== 'done' || step.product === null) continue;
      const link = piece.steps
        .filter((s) => s.state.kind === 'planned' && s.hands > 0)
        .flatMap((s) => s.after.filter((l) => l.step === step.key && l.from !== 'end').map((l) => ({ l, s })))[0];
      const stage = link && link.l.from !== 'end' ? link.l.from : 'handle';
      const ready = at.dry[stage];
      if (ready !== undefined && ready > now)
        wet.push({ piece, step, from: at.end, ready, readyFor: link ? link.s.title : 'handling' });
    }
  return wet.sort((a, b) => a.ready - b.ready);
}

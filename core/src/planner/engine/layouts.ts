import type { EngineModel, EngineStep, Mode } from './engineModel.ts';

// What a search reads more often than anything else is made here and nowhere else, field by field: a field is found several times
// sooner when all that have it lie in memory in one way, which copies of one object with a field more do not.
// Field terms: hidden class, monomorphic access

/** What doing a step in certain places takes and asks for, whoever does it. */
export type Place = Omit<Mode, 'crews' | 'speed' | 'calendars' | 'lastClash'>;

export const newMode = (
  { place, open, demands, checks, setups, film, weather }: Place,
  crews: Mode['crews'],
  speed: number,
  calendars: Mode['calendars'],
): Mode => ({ crews, speed, place, open, calendars, demands, checks, lastClash: 0, setups, film, weather });

/** A step of an engine’s model with the fields of `s`, which may be a copy of another with something put in its place. */
export const newStep = (s: EngineStep): EngineStep => ({
  piece: s.piece,
  work_minutes: s.work_minutes,
  slots: s.slots,
  split: s.split,
  modes: s.modes,
  hold: s.hold,
  cure: s.cure,
  doneStage: s.doneStage,
  preds: s.preds,
  disjunctions: s.disjunctions,
  sharesRoomWith: s.sharesRoomWith,
  earliest: s.earliest,
  unpinned: s.unpinned,
  pinSlot: s.pinSlot,
  latest: s.latest,
  rescue_minutes: s.rescue_minutes,
  group: s.group,
  baseline: s.baseline,
  fixed: s.fixed,
});

/** The same model with other steps. */
export const withSteps = (m: EngineModel, steps: readonly EngineStep[]): EngineModel => ({
  slots: m.slots,
  now: m.now,
  people: m.people,
  profiles: m.profiles,
  setups: m.setups,
  floor: m.floor,
  steps,
  pieces: m.pieces,
  loadCost: m.loadCost,
});

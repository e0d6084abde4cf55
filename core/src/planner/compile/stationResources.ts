import { GRID_MINUTES } from '../../calendar/grid.ts';
import { daylight } from '../../calendar/daylight.ts';
import type { Bits } from '../engine/resources/bits.ts';
import { intersect } from '../engine/resources/calendars.ts';
import { type CumulativeProfile, newProfile } from '../engine/resources/cumulativeProfile.ts';
import { newSetupSequence, type SetupSequence } from '../engine/resources/setupSequence.ts';
import { type Problem, type Station, type Tool } from '../model/model.ts';
import { byId } from '../model/byId.ts';
import type { Grid } from './grid.ts';

/** The profiles of one station: its room, and what is wet or raised in its air. */
export type StationResource = {
  readonly station: Station;
  readonly room: CumulativeProfile;
  readonly open: Bits | null;
  readonly wet: CumulativeProfile;
  /** Wet films that were brushed: spray settles on them, while films that were sprayed belong to the same round. */
  readonly brushed: CumulativeProfile;
  readonly dust: CumulativeProfile;
  readonly spray: CumulativeProfile;
};
export type ToolResource = {
  readonly tool: Tool;
  readonly profile: CumulativeProfile | null;
  readonly setups: SetupSequence | null;
  readonly open: Bits | null;
};
/** More than can ever be beside one another: asking for all of it asks for none. */
export const NONE = 60_000;

/** Stations and tools as cumulative profiles and set-up sequences. */
export type StationResources = {
  readonly profiles: readonly CumulativeProfile[];
  readonly setups: readonly SetupSequence[];
  readonly resources: readonly StationResource[];
  readonly tools: ReadonlyMap<string, ToolResource>;
};

export function stationResourcesOf(problem: Problem, grid: Grid): StationResources {
  const profiles: CumulativeProfile[] = [];
  const allSetups: SetupSequence[] = [];
  const sun =
    problem.sun && problem.stations.some((s) => s.daylight)
      ? grid.rowOf(daylight(problem.sun, grid.origin, grid.until))
      : null;
  const profile = (capacity: number) => {
    const made = newProfile(grid.slots, capacity);
    profiles.push(made);
    return made;
  };
  const isDusty = problem.pieces.some((p) => p.steps.some((s) => s.dusty || s.sprayed));
  const unused = newProfile(0, NONE);
  const resources = byId(problem.stations).map((station) => {
    const rows = [station.hours && grid.hours(station.hours), station.daylight ? sun : null].filter((r) => r !== null);
    return {
      station,
      room: profile(station.capacity),
      open: rows.length > 0 ? intersect(rows, grid.slots) : null,
      wet: isDusty ? profile(NONE) : unused,
      brushed: isDusty ? profile(NONE) : unused,
      dust: isDusty ? profile(NONE) : unused,
      spray: isDusty ? profile(NONE) : unused,
    };
  });
  const tools = new Map(
    byId(problem.tools).map((tool) => {
      const gap = Math.ceil((tool.cleanout_minutes ?? 0) / GRID_MINUTES);
      const setups = gap > 0 ? newSetupSequence(tool.capacity, gap) : null;
      if (setups) allSetups.push(setups);
      return [
        tool.id,
        {
          tool,
          profile: setups && tool.capacity === 1 ? null : profile(tool.capacity),
          setups,
          open: tool.hours ? grid.hours(tool.hours) : null,
        },
      ];
    }),
  );
  return { profiles, setups: allSetups, resources, tools };
}

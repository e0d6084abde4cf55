import { daylight } from '../../calendar/daylight.ts';
import type { Bits } from '../engine/resources/bits.ts';
import { intersect } from '../engine/resources/calendars.ts';
import { type Line, newLine } from '../engine/resources/cumulativeProfile.ts';
import { newTurns, type Turns } from '../engine/resources/setupSequence.ts';
import { GRID_MINUTES, type Problem, type Station, type Tool } from '../model/model.ts';
import { byId } from '../model/byId.ts';
import type { Grid } from './grid.ts';

/** The lines of one station: its room, and what is wet or raised in its air. */
export type Spot = {
  readonly station: Station;
  readonly room: Line;
  readonly open: Bits | null;
  readonly wet: Line;
  /** Wet films that were brushed: spray settles on them, while films that were sprayed belong to the same round. */
  readonly brushed: Line;
  readonly dust: Line;
  readonly spray: Line;
};
export type ToolLine = {
  readonly tool: Tool;
  readonly line: Line | null;
  readonly turns: Turns | null;
  readonly open: Bits | null;
};
/** More than can ever be beside one another: asking for all of it asks for none. */
export const NONE = 60_000;

/** Stations and tools as lines. */
export type Stands = {
  readonly lines: readonly Line[];
  readonly turns: readonly Turns[];
  readonly spots: readonly Spot[];
  readonly tools: ReadonlyMap<string, ToolLine>;
};

export function standsOf(problem: Problem, grid: Grid): Stands {
  const lines: Line[] = [];
  const turnsOfAll: Turns[] = [];
  const sun =
    problem.sun && problem.stations.some((s) => s.daylight)
      ? grid.rowOf(daylight(problem.sun, grid.origin, grid.until))
      : null;
  const line = (capacity: number) => {
    const made = newLine(grid.slots, capacity);
    lines.push(made);
    return made;
  };
  const isDusty = problem.pieces.some((p) => p.steps.some((s) => s.dusty || s.sprayed));
  const unused = newLine(0, NONE);
  const spots = byId(problem.stations).map((station) => {
    const rows = [station.hours && grid.hours(station.hours), station.daylight ? sun : null].filter((r) => r !== null);
    return {
      station,
      room: line(station.capacity),
      open: rows.length > 0 ? intersect(rows, grid.slots) : null,
      wet: isDusty ? line(NONE) : unused,
      brushed: isDusty ? line(NONE) : unused,
      dust: isDusty ? line(NONE) : unused,
      spray: isDusty ? line(NONE) : unused,
    };
  });
  const tools = new Map(
    byId(problem.tools).map((tool) => {
      const gap = Math.ceil((tool.cleanout_minutes ?? 0) / GRID_MINUTES);
      const turns = gap > 0 ? newTurns(tool.capacity, gap) : null;
      if (turns) turnsOfAll.push(turns);
      return [
        tool.id,
        {
          tool,
          line: turns && tool.capacity === 1 ? null : line(tool.capacity),
          turns,
          open: tool.hours ? grid.hours(tool.hours) : null,
        },
      ];
    }),
  );
  return { lines, turns: turnsOfAll, spots, tools };
}

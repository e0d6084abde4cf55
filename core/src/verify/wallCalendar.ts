import type { Hours } from '../calendar/hours.ts';
import type { Problem } from '../planner/model/model.ts';

type WallQuarter = { readonly date: string; readonly weekday: number; readonly minute: number };

/**
 * The verifier's own calendar: for each minute it asks the platform what the wall shows (UTC to local, the other way
 * round from the planner) and looks that up in the hours. Asked once per quarter of an hour: zones differ by whole quarters, so neither the day nor the offset changes within one.
 */
export class WallCalendar {
  readonly #show: Intl.DateTimeFormat;
  readonly #wall = new Map<number, WallQuarter>();
  /** Open minutes of each quarter of an hour, one bit each, by whose hours they are. */
  readonly #open = new Map<Hours, Map<number, number>>();
  readonly #people: ReadonlyMap<string, Hours>;
  readonly #stations: ReadonlyMap<string, Hours | null>;
  readonly #tools: ReadonlyMap<string, Hours | null>;
  readonly #noise: Hours | null;

  constructor(problem: Problem) {
    this.#show = new Intl.DateTimeFormat('en-CA', {
      timeZone: problem.timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      weekday: 'short',
      hourCycle: 'h23',
    });
    this.#people = new Map(problem.people.map((p) => [p.id, p.hours]));
    this.#stations = new Map(problem.stations.map((s) => [s.id, s.hours]));
    this.#noise = problem.noiseHours ?? null;
    this.#tools = new Map(problem.tools.map((t) => [t.id, t.hours ?? null]));
  }

  personWorks(id: string, t: number): boolean {
    const hours = this.#people.get(id);
    return hours !== undefined && this.#isOpen(hours, t);
  }

  stationOpen(id: string, t: number): boolean {
    const hours = this.#stations.get(id);
    return hours === null || (hours !== undefined && this.#isOpen(hours, t));
  }

  noiseAllowed(t: number): boolean {
    return this.#noise === null || this.#isOpen(this.#noise, t);
  }

  /** The date the wall shows. */
  dateAt(t: number): string {
    return this.#wallAt(Math.floor(t / 15)).date;
  }

  toolRuns(id: string, t: number): boolean {
    const hours = this.#tools.get(id);
    return hours === null || (hours !== undefined && this.#isOpen(hours, t));
  }

  #isOpen(hours: Hours, t: number): boolean {
    const quarter = Math.floor(t / 15);
    let known = this.#open.get(hours);
    if (!known) this.#open.set(hours, (known = new Map()));
    let minutes = known.get(quarter);
    if (minutes === undefined) known.set(quarter, (minutes = this.#openMinutes(hours, quarter)));
    return ((minutes >> (t - quarter * 15)) & 1) === 1;
  }

  #openMinutes(hours: Hours, quarter: number): number {
    const wall = this.#wallAt(quarter);
    const special = hours.exceptions.filter((e) => e.date === wall.date).at(-1);
    const shifts = special?.shifts ?? hours.weekly[wall.weekday] ?? [];
    const blocks = hours.blocks.filter((b) =>
      'date' in b.on ? b.on.date === wall.date : b.on.weekday === wall.weekday,
    );
    let minutes = 0;
    for (let m = 0; m < 15; m++) {
      const at = wall.minute + m;
      const within = (s: { readonly from: number; readonly until: number }) => s.from <= at && at < s.until;
      if (shifts.some(within) && !blocks.some(within)) minutes |= 1 << m;
    }
    return minutes;
  }

  #wallAt(quarter: number): WallQuarter {
    let wall = this.#wall.get(quarter);
    if (!wall) {
      const part = Object.fromEntries(this.#show.formatToParts(quarter * 15 * 60_000).map((p) => [p.type, p.value]));
      wall = {
        date: `${part['year']}-${part['month']}-${part['day']}`,
        weekday: ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].indexOf((part['weekday'] ?? '').slice(0, 3)),
        minute: Number(part['hour']) * 60 + Number(part['minute']),
      };
      this.#wall.set(quarter, wall);
    }
    return wall;
  }
}

import { writeFileSync } from 'node:fs';
import { solveNeutral } from '@app/core';
import { type Helper, toTimeline } from './helper.ts';
import { readInstance, writeTime } from './instance.ts';

/** Ends this long before the time is up, to write the plan. */
const RESERVE_MS = 60;
/** With less time than this a second thread has hardly begun, and meanwhile takes half of what the first could do: both have to be compiled. */
const LEAST_SHARED_S = 3;

const USAGE = 'Usage: mokume solve --seconds S [--seed N] INSTANCE PLAN';

/**
 * `solve --seconds S [--seed N] INSTANCE PLAN`: plans an instance of the neutral format within S seconds of the start of
 * this process, and writes the plan. Times and cost go to stderr.
 * @param startHelper starts a second thread that searches from another seed; the better plan of the two is written
 * @returns the exit code: 0, or 2 with the reason on stderr
 */
export async function solveCommand(
  args: readonly string[],
  startHelper?: (file: string, seed: number, end: number) => Helper,
): Promise<0 | 2> {
  const say = (words: string) => process.stderr.write(`${words}\n`);
  const options = readArguments(args);
  if (typeof options === 'string') {
    say(`${options}\n${USAGE}`);
    return 2;
  }
  const latest = options.seconds * 1000 - RESERVE_MS;
  let helper: Helper | undefined;
  const askForHelp = () => {
    if (options.seconds >= LEAST_SHARED_S)
      helper = startHelper?.(options.instance, options.seed + HELPER_SEED, toTimeline(latest));
  };
  try {
    const instance = readInstance(options.instance);
    const read = performance.now();
    const end = latest - writeTime(instance);
    const solved = solveNeutral(instance, {
      seed: options.seed,
      evaluations: Infinity,
      isOver: () => performance.now() > end,
      onCompiled: () =>
        say(`start and reading ${read.toFixed(0)} ms, loading ${(performance.now() - read).toFixed(0)} ms`),
      onFirst: (cost, ms) => {
        say(`first plan ${cost} in ${ms.toFixed(1)} ms of search`);
        // Not before: until then the other core compiles what this thread runs.
        askForHelp();
      },
      clock: () => performance.now(),
    });
    const second = await helper?.answer();
    if (second) say(`second thread ${second.kind === 'found' ? second.cost : second.words}`);
    const other = second?.kind === 'found' && second.cost < solved.cost ? second : null;
    writeFileSync(options.plan, other?.plan ?? JSON.stringify(solved.plan));
    const cost = other?.cost ?? solved.cost;
    say(
      `cost ${cost}, ${solved.evaluations} pieces placed again${helper ? ' by the first of two threads' : ''}, searched ${(performance.now() - read).toFixed(0)} ms`,
    );
    if (solved.bound !== null)
      say(`no plan costs less than ${Math.round(solved.bound)}: at most ${gapOf(cost, solved.bound)} above it`);
    if (solved.left > 0 && !other)
      say(`${solved.left} steps have no room before the horizon; they are left out of the plan.`);
    return 0;
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    say(error.message);
    return 2;
  } finally {
    await helper?.stop();
  }
}

/**
 * The helper's seed differs by this, so that one of the two begins with corrections (`TargetSearch` in the core's search) and
 * both ever use another order of heats (`MOST_HEAT` there).
 */
const HELPER_SEED = 1;

const gapOf = (cost: number, bound: number) =>
  cost <= bound ? 'nothing' : bound > 0 ? `${((cost / bound - 1) * 100).toFixed(1)} %` : 'everything';

type Options = { readonly seconds: number; readonly seed: number; readonly instance: string; readonly plan: string };

function readArguments(args: readonly string[]): Options | string {
  const files: string[] = [];
  const numbers = new Map<string, number>();
  for (let i = 0; i < args.length; i++) {
    const a = args[i]!;
    if (!a.startsWith('--')) files.push(a);
    else if (a === '--seconds' || a === '--seed') numbers.set(a, Number(args[++i]));
    else return `There is no option ${a}.`;
  }
  const seconds = numbers.get('--seconds') ?? Number.NaN;
  const seed = numbers.get('--seed') ?? 1;
  if (!(seconds > 0)) return '--seconds must be a number above 0.';
  if (!Number.isInteger(seed)) return '--seed must be a whole number.';
  if (files.length !== 2) return 'Name the instance to read and the plan to write.';
  return { seconds, seed, instance: files[0]!, plan: files[1]! };
}

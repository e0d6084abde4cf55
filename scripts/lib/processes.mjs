// Which process a number means: numbers are used again, so the moment it started belongs to it.
import { readFileSync } from 'node:fs';

/** When a process started, in ticks since the machine did; null: it is not there, or only its exit code still is. */
export function processStart(pid) {
  try {
    // After the name, which may hold anything, come state and then the other fields (proc(5): 3 state, 22 starttime).
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1).split(' ');
    return fields[0] === 'Z' ? null : Number(fields[19]);
  } catch {
    return null;
  }
}

/** Whether the very process is alive that was written down. */
export const isAlive = ({ pid, start }) => processStart(pid) !== null && processStart(pid) === start;

import { assertNever } from '../assertNever.ts';
import type { Notice, NoRoom, NoRoomFor } from '../planner/model/reasons.ts';
import { sayConflictSet } from './sayConflictSet.ts';
import { sayFault } from './sayFault.ts';

/** Why a step has no place in the plan, as a sentence. */
export function sayNoRoom(r: NoRoom): string {
  switch (r.code) {
    case 'before-unplanned':
      return `It waits for “${r.before}”, which has no place in the plan.`;
    case 'window-pair':
      return `“${r.later}” must follow “${r.earlier}” in a short window, and no day has room for both.`;
    case 'window-chain':
      return 'It comes after steps tied by a short window that no day has room for.';
    case 'person-gone':
      return 'The person it is given to is not in the shop.';
    case 'person-unable':
      return 'The person it is given to cannot do it.';
    case 'no-skill':
      return `Nobody in the shop does "${r.skill}" work; give someone that skill in Shop.`;
    case 'few-hands':
      return `It needs ${r.hands} people at once and only ${r.able} can do it; ask for a second pair of hands in Shop.`;
    case 'no-station':
      return `It needs ${r.units} ${r.kind} ${r.units === 1 ? 'space' : 'spaces'} at once; the shop has no such station. Add one in Shop.`;
    case 'no-tool':
      return 'It needs a tool the shop does not have.';
    case 'pinned-past-end':
      return 'It may not start before a day after the plan ends; say when it is expected.';
    case 'never-dries':
      return 'What it waits for never dries in the climate given; warm the place or choose another product.';
    case 'limits':
      return `${r.product} needs at least ${r.minTemperature_c} °C and at most ${r.maxHumidity_pct} % humidity from start until dry to handle; no such stretch falls in working hours.`;
    case 'outdoors':
      return 'It is too cold or too wet for it outdoors in all working hours until the plan ends.';
    case 'few-hours':
      return 'There are too few working hours before the plan ends.';
    case 'no-shift':
      return `It takes ${r.work_minutes} minutes in one go, and no shift is that long or free.`;
    case 'everyone-busy':
      return 'Everyone who can do it is taken until the plan ends.';
    case 'no-space':
      return 'There is no space for it until the plan ends.';
    case 'tool-taken':
      return 'Its tool is taken until the plan ends.';
    case 'beside-dust':
      return 'There is dust, spray or wet paint beside it until the plan ends.';
    case 'floor-full':
      return 'The floor is full until the plan ends.';
    case 'nowhere':
      return 'There is no room for it before the plan ends.';
    case 'faulty':
      return r.faults.map(sayFault).join(' ');
    case 'said':
      return r.words;
    default:
      return assertNever(r);
  }
}

/** The same with the step it is about before it. */
export const sayNoRoomFor = ({ title, reason }: NoRoomFor): string => `“${title}”: ${sayNoRoom(reason)}`;

/** What a plan could not keep, as a sentence. */
export function sayNotice(n: Notice): string {
  switch (n.kind) {
    case 'pin-not-kept':
      return `“${n.title}” cannot start at the time it was pinned to: ${sayConflictSet(n.conflictSet)}. It is planned at the next possible time.`;
    case 'window-missed':
      return `“${n.title}” was to start within ${n.max_minutes} minutes of “${n.before}”; that window is past. Look at the surface before going on.`;
    case 'rescue':
      return `“${n.title}” starts past its window after “${n.before}”: ${n.rescue} first (${n.minutes} min, counted in).`;
    case 'left-wet': {
      const left = `${n.who} went with about ${n.left_minutes} min of “${n.title}” to do`;
      return n.finisher === null
        ? `${left}, and nobody here can take it up before the edge dries: it ended where it stood. Let it dry, sand the edge level and lay the coat again.`
        : `${left}: ${n.finisher} finishes it at once, before the edge dries.`;
    }
    case 'said':
      return n.words;
    default:
      return assertNever(n);
  }
}

import { clock, sayAlarm } from '@app/core';
import { useInUnits, useSaying } from '../data/saying.ts';
import { useWorkshop } from '../data/workshop.tsx';
import type { Call } from './dueAlarm.ts';

/** What is called out, as somebody at the bench would say it. */
export function useCallWords(call: Call | null): string {
  const { shown } = useWorkshop();
  const said = useInUnits();
  const saying = useSaying();
  if (!call) return '';
  const window = call.kind === 'missed' ? call.window : call.alarm.window;
  const piece = shown.pieces.find((p) => p.id === window.piece);
  const step = piece?.steps.find((s) => s.id === window.step);
  const what = `${piece?.name ?? 'A piece'}: ${said(step?.title ?? 'the next step')}`;
  if (call.kind === 'missed') {
    const rescue = window.rescue ? `${window.rescue.title} first` : 'look at the surface first';
    return `Missed, closed ${clock(window.closes!, saying)}: ${what}; ${rescue}`;
  }
  return sayAlarm(call.alarm.kind, call.alarm.of, what, saying);
}

import { clock, sayLength } from '@app/core';
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
  const { kind, of } = call.alarm;
  const left = of - saying.now;
  if (kind === 'soon') return `In ${sayLength(Math.max(0, left))}, at ${clock(of, saying)}: ${what}`;
  if (kind === 'opens') return left < 0 ? `Since ${clock(of, saying)}: ${what}` : `Now: ${what}`;
  return `Only until ${clock(of, saying)}, ${sayLength(left)} left: ${what}`;
}

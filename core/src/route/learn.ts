import type { Learns } from './piece.ts';
import { type Finding, FINDINGS, type Survey } from './survey.ts';

/** The survey with what a test showed; the route is then built again with it. */
export function learn(survey: Survey, what: Learns): Survey {
  const found = (what.findings ?? []).filter((f): f is Finding => (FINDINGS as readonly string[]).includes(f));
  return {
    ...survey,
    findings: [...new Set([...survey.findings, ...found])],
    ...(what.lead ? { lead: what.lead } : {}),
    ...(what.cloth ? { cloth: what.cloth } : {}),
    ...(what.topWood ? { topWood: what.topWood } : {}),
  };
}

// What a tap costs in the thread that plans a shop of so many pieces, stage by stage: node .mokume/bench/warmTaps.js [PIECES]
import {
  type Plan,
  planAfresh,
  planDiff,
  ProblemKeeper,
  replan,
  ResourceCache,
  sanitise,
  type ShopPiece,
  stepId,
  Verifier,
} from '@app/core';
import { planUpdate } from '@app/contract';
import { crowded } from './crowd.ts';
import { boatShed } from '../server/src/demo/boatShed.ts';
import { DEMO_PIECES } from '../server/src/demo/demoPieces.ts';
import { demoPieceOf } from '../server/src/demo/demoProblem.ts';

const now = Math.floor(Date.UTC(2026, 2, 9, 9) / 60_000);
const count = Number(process.argv[2] ?? 300);
const demo = boatShed(now);
const made = DEMO_PIECES.map((d) => demoPieceOf(d, demo, now));
const shop = crowded(demo, Math.ceil(count / made.length));
let pieces: readonly ShopPiece[] = Array.from({ length: count }, (_, i) => {
  const p = made[i % made.length]!;
  const round = Math.floor(i / made.length);
  const id = `${p.id}-${round}`;
  return {
    ...p,
    id,
    arrival: p.arrival + round * 2880,
    due: p.due === null ? null : p.due + round * 4320,
    steps: p.steps.map((s) => ({ ...s, id: stepId(id, s.key) })),
  };
});
const keeper = new ProblemKeeper();
const cache = new ResourceCache();
const verifier = new Verifier();
let plan: Plan = planAfresh(keeper.problemOf(shop, pieces, now), null, 1);
const took: Record<string, number[]> = {};
function stage<T>(name: string, work: () => T): T {
  const start = performance.now();
  const out = work();
  (took[name] ??= []).push(performance.now() - start);
  return out;
}
for (let k = 0; k < 40; k++) {
  const piece = pieces[(k * 7) % pieces.length]!;
  const step = piece.steps.find((s) => s.state.kind === 'planned')!;
  const state = { kind: 'done', from: now - step.work_minutes, until: now, by: [shop.people[0]!.id] } as const;
  pieces = pieces.map((p) =>
    p === piece ? { ...p, steps: p.steps.map((s) => (s === step ? { ...s, state } : s)) } : p,
  );
  const before = plan;
  stage('whole tap', () => {
    const problem = stage('problem', () => keeper.problemOf(shop, pieces, now));
    const sound = stage('sanitise', () => sanitise(problem));
    plan = stage('re-plan', () => replan(sound.problem!, before, [piece.id], undefined, { cache }));
    const faults = stage('verify', () => verifier.verify(sound.problem!, plan));
    if (faults.length > 0) throw new Error(faults[0]!.words);
    stage('what moved', () => planDiff(problem, before, plan));
    stage('difference', () => planUpdate(before, plan));
  });
}
console.log(`| ${count} pieces, warm | median ms | worst of ${took['whole tap']!.length - 5} |\n| --- | --- | --- |`);
for (const [name, all] of Object.entries(took)) {
  const sorted = all.slice(5).sort((a, b) => a - b);
  console.log(`| ${name} | ${sorted[sorted.length >> 1]!.toFixed(1)} | ${sorted.at(-1)!.toFixed(1)} |`);
}

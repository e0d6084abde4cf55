// Told dates first at any size: pieces entered one after another into a shop, the most urgent last, against plain placing
// by the earliest date; days by which told dates are missed together, pieces without a place, and how long an entry takes.
//   npm run bench prints it; docs/benchmarks.md keeps it.
import {
  editedRoute,
  EMPTY_PLAN,
  firstShop,
  meansOf,
  type Plan,
  problemOf,
  replan,
  type Shop,
  type ShopPiece,
  stepsOf,
  TEMPLATE_ZONES,
  templateById,
} from '@app/core';
import { FRESH_PIECE } from '@app/contract';

const NOW = Date.UTC(2026, 2, 2, 8) / 60_000;
const DAY = 1440;

function shopOf(people: number): Shop {
  const shop = firstShop('Europe/Berlin', 'Rona');
  const one = shop.people[0]!;
  return { ...shop, people: Array.from({ length: people }, (_, i) => ({ ...one, id: `p${i}`, name: `P${i}` })) };
}

function chests(shop: Shop, count: number): ShopPiece[] {
  const template = templateById.get('chest-of-drawers')!;
  const dimensions = { width: 0.9, depth: 0.45, height: 0.85, parts: 3 };
  const { survey, brief } = FRESH_PIECE;
  const input = {
    template,
    dimensions,
    survey,
    brief,
    zones: TEMPLATE_ZONES,
    kind: 'client',
    means: meansOf(shop),
  } as const;
  const { steps } = editedRoute(input, []);
  return Array.from({ length: count }, (_, i): ShopPiece => {
    const id = `c${String(i).padStart(3, '0')}`;
    const due = NOW + Math.round((5 + 1.1 * i) * DAY);
    return {
      id,
      name: id,
      kind: 'client',
      arrival: NOW,
      due,
      promised: i % 2 === 0,
      active: true,
      steps: stepsOf(id, steps),
    };
  });
}

const missed = (pieces: readonly ShopPiece[], plan: Plan, far: number) =>
  pieces.reduce((n, p) => n + (p.promised ? Math.max(0, (plan.ready[p.id] ?? far) - p.due!) : 0), 0) / DAY;

function row(count: number, people: number): string {
  const shop = shopOf(people);
  const pieces = chests(shop, count);
  const reversed = [...pieces].reverse();
  let plan: Plan = EMPTY_PLAN;
  let slowest = 0;
  for (let n = 1; n <= count; n++) {
    const problem = problemOf(shop, reversed.slice(0, n), NOW);
    const began = performance.now();
    plan = replan(problem, plan, [reversed[n - 1]!.id]);
    slowest = Math.max(slowest, performance.now() - began);
  }
  const byDate = [...pieces].sort((a, b) => Number(b.promised) - Number(a.promised) || a.due! - b.due!);
  let plain: Plan = EMPTY_PLAN;
  for (let n = 1; n <= count; n++)
    plain = replan(
      problemOf(
        shop,
        byDate.slice(0, n).map((p) => ({ ...p, promised: false })),
        NOW,
      ),
      plain,
    );
  const far = problemOf(shop, pieces, NOW).horizon;
  const untold = pieces.filter((p) => plan.ready[p.id] === undefined).length;
  return `| ${count} | ${people} | ${missed(pieces, plan, far).toFixed(1)} | ${missed(pieces, plain, far).toFixed(1)} | ${untold} | ${slowest.toFixed(0)} |`;
}

console.log('Told dates, pieces entered with the most urgent last:');
console.log(
  '| pieces | people | told dates missed, days | placed by date, days | without a place | slowest entry, ms |',
);
console.log('| ---: | ---: | ---: | ---: | ---: | ---: |');
for (const count of [20, 60, 200]) for (const people of [1, 2, 5]) console.log(row(count, people));

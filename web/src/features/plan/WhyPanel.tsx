import { CoreFault } from '../../core/CoreFault.tsx';
import type { PieceView } from '@app/contract';
import { type Explained, sayLength, sayNoRoomFor, sayTime, sayWait, type Stretch } from '@app/core';
import { useSaying } from '../../data/saying.ts';
import { useWorkshop } from '../../data/workshop.tsx';
import { useReadyAlone } from '../../core/useCore.ts';
import { DaysBar } from '../../plan/DaysBar.tsx';
import { HealthMark, healthOf } from '../../ui/Health.tsx';
import { Select } from '../../ui/parts.tsx';
import { SidePanel } from './SidePanel.tsx';

/** Why a piece is ready when it is: where its days go, and the chain of steps and waits that decides it. */
export function WhyPanel({
  pieceId,
  explained,
  onPiece,
  onStep,
  onClose,
}: {
  readonly pieceId: string;
  readonly explained: Explained | null;
  readonly onPiece: (id: string) => void;
  readonly onStep: (id: string) => void;
  readonly onClose: () => void;
}) {
  const { view } = useWorkshop();
  const saying = useSaying();
  const answer = useReadyAlone(view);
  const piece = view.pieces.find((p) => p.id === pieceId);
  if (!piece) return null;
  const ready = view.plan.ready[piece.id];
  const alone = answer.data?.[piece.id];
  return (
    <SidePanel title="Why then?" onClose={onClose}>
      <Select aria-label="Piece" value={piece.id} onChange={(e) => onPiece(e.target.value)}>
        {view.pieces
          .filter((p) => p.active)
          .map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
      </Select>
      <p>
        {ready === undefined ? (
          'No room in the plan.'
        ) : (
          <>
            Ready <strong>{sayTime(ready, saying)}</strong>
            {piece.due === null ? '' : `, ${piece.promised ? 'promised' : 'wanted'} ${sayTime(piece.due, saying)}`}
          </>
        )}{' '}
        <HealthMark health={healthOf(piece, view.plan, saying)} />
      </p>
      <CoreFault of={answer} />
      {ready !== undefined && !answer.error && (
        <p className="text-table text-sub" data-testid="alone">
          {alone === undefined
            ? 'Looking whether any plan could be quicker…'
            : ready - alone < SAME_MINUTES
              ? 'Even alone in the shop it could not be ready sooner.'
              : `Alone in the shop it could be ready ${sayTime(alone, saying)} at the soonest; no plan can be quicker than that.`}
        </p>
      )}
      {view.plan.unplanned
        .filter((u) => u.piece === piece.id)
        .slice(0, 3)
        .map(({ step, reason }) => (
          <p key={step} className="text-table text-oxide-text">
            {sayNoRoomFor({ title: piece.steps.find((s) => s.id === step)?.title ?? '', reason })}
          </p>
        ))}
      <DaysBar parts={explained?.days[piece.id] ?? []} />
      <Chain piece={piece} chain={explained?.chains[piece.id] ?? []} explained={explained} onStep={onStep} />
    </SidePanel>
  );
}

/** Limits are rounded down to the grid. */
const SAME_MINUTES = 30;

/** The steps that decide the date, in order; what stands between two of them is said under the later one. */
function Chain({
  piece,
  chain,
  explained,
  onStep,
}: {
  readonly piece: PieceView;
  readonly chain: readonly Stretch[];
  readonly explained: Explained | null;
  readonly onStep: (id: string) => void;
}) {
  const saying = useSaying();
  const works = chain.filter((s) => s.kind === 'work');
  if (works.length === 0) return null;
  return (
    <section className="flex flex-col gap-1">
      <h3 className="condensed text-lane font-semibold text-sub">The chain that decides it</h3>
      <ol className="flex flex-col">
        {works.map((s) => {
          const step = piece.steps.find((x) => x.id === s.step);
          const wait = explained?.waits[s.step];
          const why = wait ? sayWait(wait, piece.steps, saying) : null;
          const dries = chain.find((x) => x.kind === 'drying' && x.step === s.step);
          return (
            <li key={s.step} className="border-l-3 border-keyline py-1.5 pl-3">
              <button
                type="button"
                className="cursor-pointer text-left text-table font-semibold underline"
                onClick={() => onStep(s.step)}
              >
                {step?.title}
              </button>
              <p className="condensed text-lane text-sub">
                {sayTime(s.from, saying)}
                {why || dries ? '.' : ''}
                {why ? ` ${why}` : ''}
                {dries ? ` Then ${sayLength(dries.until - dries.from)} drying.` : ''}
              </p>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

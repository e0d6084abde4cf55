import type { ProposalView } from '@app/contract';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { DiffList } from '../../plan/DiffList.tsx';
import { sayGains, sayLosses } from '@app/core';
import { Button } from '../../ui/parts.tsx';
import { SidePanel } from './SidePanel.tsx';

/**
 * A better plan that was found: what is better, what moves, and take it or leave it. It stays the one that is read, whatever is
 * found meanwhile.
 */
export function ProposalPanel({
  proposal,
  newest,
  onNewest,
  onClose,
}: {
  readonly proposal: ProposalView;
  readonly newest: ProposalView;
  readonly onNewest: (newest: ProposalView) => void;
  readonly onClose: () => void;
}) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const gains = sayGains(proposal.before, proposal.after);
  const losses = sayLosses(proposal.before, proposal.after);
  const take = () => void command('POST', '/plan/adopt', { proposal: proposal.id }).then((done) => done && onClose());
  const foot = (
    <>
      {newest.id !== proposal.id && (
        <p role="status" className="flex items-center gap-2 text-table">
          A still better plan was found meanwhile.
          <Button kind="plain" onClick={() => onNewest(newest)}>
            Read it
          </Button>
        </p>
      )}
      {refusal}
      <div className="flex gap-2">
        <Button kind="primary" onClick={take}>
          Take it
        </Button>
        <Button onClick={onClose}>Leave the plan as it is</Button>
      </div>
    </>
  );
  return (
    <SidePanel title="A better plan" onClose={onClose} foot={foot}>
      <ul className="flex list-disc flex-col pl-5">
        {gains.map((g) => (
          <li key={g}>{g}</li>
        ))}
        {losses.map((l) => (
          <li key={l} className="text-sub">
            but {l}
          </li>
        ))}
      </ul>
      <DiffList moves={proposal.moves} view={view} />
    </SidePanel>
  );
}

import type { ProposalView } from '@app/contract';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { DiffList } from '../../plan/DiffList.tsx';
import { sayGains, sayLosses } from '@app/core';
import { Button } from '../../ui/parts.tsx';
import { SidePanel } from './SidePanel.tsx';

/** A better plan that was found: what is better, what moves, and take it or leave it. */
export function ProposalPanel({
  proposal,
  onClose,
}: {
  readonly proposal: ProposalView;
  readonly onClose: () => void;
}) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const gains = sayGains(proposal.before, proposal.after);
  const losses = sayLosses(proposal.before, proposal.after);
  const take = () => void command('POST', '/plan/adopt', { proposal: proposal.id }).then((done) => done && onClose());
  return (
    <SidePanel title="A better plan" onClose={onClose}>
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
      {refusal}
      <div className="flex gap-2">
        <Button kind="primary" onClick={take}>
          Take it
        </Button>
        <Button onClick={onClose}>Leave the plan as it is</Button>
      </div>
    </SidePanel>
  );
}

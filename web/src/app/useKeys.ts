import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { wordsOf } from '../data/api.ts';
import { stepBack, stepForward } from '../data/history.ts';
import { sayRefused } from '../data/toasts.ts';
import { useWorkshop } from '../data/workshop.tsx';
import { GO_KEYS, hasSingleKeys } from './keys.ts';

/** The keys that work everywhere; in a field only Ctrl K does, so that what is typed and taken back there stays its own. */
export function useKeys({
  isOff,
  onFind,
  onKeys,
}: {
  /** Something lies over the screen that takes the keys. */
  readonly isOff: boolean;
  readonly onFind: () => void;
  readonly onKeys: () => void;
}): void {
  const { view, undo } = useWorkshop();
  const navigate = useNavigate();
  const step = async (change: { readonly id: string } | null) => {
    if (!change) return;
    const outcome = await undo(change.id);
    if (outcome.kind === 'refused') sayRefused(wordsOf(outcome.problem));
  };
  const isFree = () => !isOff && document.querySelector('dialog[open]') === null;
  useHotkeys('ctrl+k, meta+k', onFind, { preventDefault: true, enableOnFormTags: true });
  useHotkeys('ctrl+z, meta+z', () => void step(stepBack(view.changes)), { preventDefault: true, enabled: isFree });
  useHotkeys('ctrl+shift+z, meta+shift+z', () => void step(stepForward(view.changes)), {
    preventDefault: true,
    enabled: isFree,
  });
  useHotkeys('?', () => hasSingleKeys() && onKeys(), { useKey: true, enabled: isFree });
  useHotkeys(
    GO_KEYS.map(([key]) => key),
    (e) => {
      const to = GO_KEYS.find(([key]) => key === e.key)?.[2];
      if (to && hasSingleKeys()) void navigate(to);
    },
    { useKey: true, enabled: isFree },
  );
}

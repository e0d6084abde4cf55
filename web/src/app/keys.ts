/** Where a single key goes. */
export const GO_KEYS = [
  ['t', 'Today', '/today'],
  ['p', 'Plan', '/plan'],
  ['i', 'Pieces', '/pieces'],
  ['s', 'Shelf', '/shelf'],
  ['n', 'New piece', '/pieces/new'],
  ['h', 'History', '/history'],
] as const;

/** Keys that do something wherever one is. */
export const ACT_KEYS = [
  ['Ctrl K', 'Find anything'],
  ['Ctrl Z', 'Step back: take the last change back'],
  ['Ctrl Shift Z', 'Step forward: put it back'],
  ['?', 'This list'],
] as const;

/** Keys inside a drawing and a dialog. */
export const DRAWING_KEYS = [
  ['Tab', 'Into the plan, and out of it'],
  ['← → ↑ ↓', 'From step to step and piece to piece'],
  ['Home End', 'First and last step of a piece'],
  ['Enter', 'Open the step'],
  ['Esc', 'Close what is open'],
] as const;

const KEPT = 'mokume-single-keys';
/** Single keys can be switched off, for those who talk to their computer. */
export const hasSingleKeys = (): boolean => localStorage.getItem(KEPT) !== 'off';
export const setSingleKeys = (isOn: boolean): void => localStorage.setItem(KEPT, isOn ? 'on' : 'off');

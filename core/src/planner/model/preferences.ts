/** How the owner wants plans made; what may never give way (promised dates, order of drying) is not among it. */
export type Planning = {
  /** Nothing planned to start within so many hours is moved by background improvement. */
  readonly frozen_hours: number;
  readonly preferences: Preferences;
};
/** How much each matters next to the others, 0 (not at all) to 4 (very); 2 is ordinary. */
export type Preferences = {
  /** Pieces out of the shop soon. */
  readonly speed: number;
  /** Days left over before dates that were given. */
  readonly slack: number;
  /** Few changes of product and colour. */
  readonly loads: number;
  /** People keep what they were told to do. */
  readonly stability: number;
};
export const PLANNING_DEFAULTS: Planning = {
  frozen_hours: 24,
  preferences: { speed: 2, slack: 2, loads: 2, stability: 2 },
};

/** How much real work, drying and days differ from what is planned. Common practice; replaced as the shop's own log grows. */
export type Uncertainty = {
  /** Standard deviation of the logarithm of how long work takes against its plan; the median is the plan. */
  readonly work: number;
  /** The same for drying, one draw for each product and piece. */
  readonly drying: number;
  /** And one for each week, for all that dries in it: the forecast was wrong for all of them. */
  readonly week: number;
  /** Share of coats that have to be done again. */
  readonly rework: number;
  /** Share of working days on which a person is unexpectedly away. */
  readonly absence: number;
};
export const USUAL_UNCERTAINTY: Uncertainty = { work: 0.25, drying: 0.16, week: 0.12, rework: 0.03, absence: 0.02 };

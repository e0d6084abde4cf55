/** The open, product-neutral format `workshop/1`: times in whole minutes, multiples of `grid`, intervals half-open. */
export type NeutralStep = {
  readonly id: string;
  readonly zone: string;
  readonly skill: string;
  readonly staff: 0 | 1 | 2;
  readonly duration: number;
  readonly split: boolean;
  readonly station: string;
  readonly units: number;
  readonly tool: string | null;
  readonly group: string | null;
  /** Minutes the station is held after the work, and minutes to completion after it. */
  readonly hold: number;
  readonly cure: number;
  readonly after: readonly { readonly step: string; readonly min: number; readonly max: number | null }[];
};
export type NeutralPiece = {
  readonly id: string;
  readonly release: number;
  readonly due: number;
  readonly weight: number;
  readonly floor: number;
  readonly holdUntilDue: boolean;
  readonly steps: readonly NeutralStep[];
};
export type NeutralInstance = {
  readonly format: string;
  readonly name: string;
  readonly grid: number;
  readonly horizon: number;
  readonly calendars: Readonly<Record<string, readonly (readonly [number, number])[]>>;
  readonly staff: readonly { readonly id: string; readonly skills: readonly string[]; readonly calendar: string }[];
  readonly stations: readonly { readonly id: string; readonly capacity: number; readonly calendar: string | null }[];
  readonly tools: readonly {
    readonly id: string;
    readonly capacity: number;
    readonly calendar: string | null;
    readonly cleanout: number;
  }[];
  readonly floor: { readonly capacity: number };
  readonly pieces: readonly NeutralPiece[];
};

/** The format `workshop-plan/1`. Steps that found no room before the horizon are left out. */
export type NeutralPlan = {
  readonly format: 'workshop-plan/1';
  readonly instance: string;
  readonly steps: Record<string, { start: number; end: number; staff: string[] }>;
};

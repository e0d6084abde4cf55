declare module 'spectral.js' {
  class Color {
    constructor(css: string);
    toString(): string;
  }
  const spectral: {
    readonly Color: typeof Color;
    readonly mix: (...parts: readonly (readonly [Color, number])[]) => Color;
  };
  export default spectral;
}

/** Once what was drawn last is on the screen: what nobody looks at yet waits for that. */
export const afterPaint = (): Promise<void> =>
  new Promise((painted) => requestAnimationFrame(() => setTimeout(painted)));

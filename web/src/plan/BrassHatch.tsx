/** Hatched in brass, for what is waited for or open; filled with by its id, which is one in a page. */
export const BrassHatch = ({ id }: { readonly id: string }) => (
  <pattern id={id} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
    <rect width="8" height="8" fill="var(--m-paper)" />
    <path d="M0 0v8" stroke="var(--m-brass)" strokeWidth="3" />
  </pattern>
);

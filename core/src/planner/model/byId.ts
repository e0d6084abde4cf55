/** By id, so that the order of input changes nothing. */
export const byId = <T extends { readonly id: string }>(list: readonly T[]) =>
  [...list].sort((a, b) => (a.id < b.id ? -1 : 1));

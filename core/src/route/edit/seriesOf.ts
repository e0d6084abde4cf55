/** The run of coats a step belongs to, by its key: `paint-2` is of `paint`, `clear-part-1-2` of `clear-part-1`. */
export function seriesOf(key: string): string | null {
  const found = /^((?:paint|prime|clear|oil|wash)(?:-[a-z0-9]+)*?)-\d+$/.exec(key);
  return found && !/-(again|block|sandback)$/.test(found[1]!) ? found[1]! : null;
}

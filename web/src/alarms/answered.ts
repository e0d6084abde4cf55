const KEY = 'mokume-alarms-answered';
/** More than a day's alarms of a large shop. */
const MOST = 300;

/** Calls that were tapped away on this device; they stay so after a reload. */
export function answeredCalls(): ReadonlySet<string> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return new Set(Array.isArray(kept) ? kept.filter((x) => typeof x === 'string') : []);
  } catch {
    return new Set();
  }
}

export function keepAnswered(answered: ReadonlySet<string>): void {
  localStorage.setItem(KEY, JSON.stringify([...answered].slice(-MOST)));
}

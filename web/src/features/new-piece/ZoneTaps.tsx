import type { Zone } from '@app/core';
import { Tap } from '../../ui/parts.tsx';

/** Which zones, by taps on their names. */
export function ZoneTaps({
  label,
  zones,
  on,
  onZones,
}: {
  readonly label: string;
  readonly zones: readonly Zone[];
  readonly on: readonly string[];
  readonly onZones: (ids: readonly string[]) => void;
}) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap items-center gap-1">
      {zones.map((z) => (
        <Tap
          key={z.id}
          isOn={on.includes(z.id)}
          onToggle={() => onZones(on.includes(z.id) ? on.filter((x) => x !== z.id) : [...on, z.id])}
        >
          {z.name}
        </Tap>
      ))}
    </div>
  );
}

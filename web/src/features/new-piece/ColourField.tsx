import { type Colour, isHexColour, isPale, isSheer, nearestTo, readColour } from '@app/core';
import { useWorkshop } from '../../data/workshop.tsx';
import { Input } from '../../ui/parts.tsx';

/** Any colour, picked or entered as hex; beside it, how it reads and what that costs. */
export function ColourField({
  label,
  colour,
  onChange,
  isPaint = true,
  costs,
}: {
  readonly label: string;
  readonly colour: Colour;
  readonly onChange: (c: Colour) => void;
  /** Paint hides or does not; a stain or wash never does. */
  readonly isPaint?: boolean;
  /** What it takes on this piece, in words. */
  readonly costs?: string | undefined;
}) {
  const { view } = useWorkshop();
  const isGood = isHexColour(colour.hex);
  const near = isGood && isPaint ? nearestTo(colour.hex, view.shop.paints, ALIKE) : null;
  return (
    <div className="flex flex-col gap-1">
      <span className="condensed text-lane font-semibold text-sub">{label}</span>
      <div className="flex gap-1">
        <input
          type="color"
          aria-label={`${label}: pick`}
          value={isGood ? colour.hex : '#888888'}
          onChange={(e) => onChange({ ...colour, hex: e.target.value })}
          className="h-8 w-10 shrink-0 cursor-pointer border border-keyline"
        />
        <Input
          aria-label={`${label}: name`}
          value={colour.name}
          maxLength={40}
          onChange={(e) => onChange({ ...colour, name: e.target.value })}
        />
        <Input
          aria-label={`${label}: hex`}
          className="max-w-24"
          value={colour.hex}
          onChange={(e) => onChange({ ...colour, hex: e.target.value.trim() })}
        />
      </div>
      {colour.name.trim() === '' && (
        <span role="alert" className="text-lane text-oxide-text">
          Name the colour.
        </span>
      )}
      {isGood ? (
        <span className="text-lane text-sub">
          {isPaint ? `${reading(colour.hex)} ${costs ?? ''}` : ''}
          {near && near.hex.toLowerCase() !== colour.hex.toLowerCase() && (
            <button
              type="button"
              className="cursor-pointer underline"
              onClick={() => onChange({ name: near.name, hex: near.hex })}
            >
              {near.name} on the shelf looks the same
            </button>
          )}
        </span>
      ) : (
        <span role="alert" className="text-lane text-oxide-text">
          Enter a colour like #3d5a45.
        </span>
      )}
    </div>
  );
}

/** CIEDE2000 under which two colours pass for the same on furniture. Common practice. */
const ALIKE = 3;

function reading(hex: string): string {
  const colour = readColour(hex);
  const lightness = `Lightness ${Math.round(colour.lightness)} of 100`;
  if (isSheer(colour)) return `${lightness}, sheer: it hides badly.`;
  if (isPale(colour)) return `${lightness}, pale: stains and knots show through.`;
  return `${lightness}.`;
}

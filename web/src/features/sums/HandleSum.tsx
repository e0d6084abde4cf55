import { hardwareToBuy, holeFit, type HoleFit, holesAt, readInches, sayInches, type Units } from '@app/core';
import { useWorkshop } from '../../data/workshop.tsx';
import { useState } from 'react';
import { Section } from '../../ui/parts.tsx';
import { readNumber } from '../../ui/readNumber.ts';
import { Figure, must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

const MM_PER_INCH = 25.4;
const MOST_MM = 10_000;

/** Small lengths as they are typed and said at the bench: millimetres, or inches and their fractions. */
const SMALL: Readonly<Record<Units, { unit: string; read_mm: (text: string) => number; say: (mm: number) => string }>> =
  {
    metric: { unit: 'mm', read_mm: readNumber, say: (mm) => `${mm.toFixed(1)} mm` },
    us: {
      unit: 'in',
      read_mm: (text) => readInches(text) * MM_PER_INCH,
      say: (mm) => sayInches(mm / MM_PER_INCH),
    },
  };
/** What such handles usually measure, as they are sold. */
const USUAL: Readonly<Record<Units, { spacing: string; hole: string; front: string }>> = {
  metric: { spacing: '96', hole: '5', front: '780' },
  us: { spacing: '3 3/4', hole: '3/16', front: '30 3/4' },
};

const fitWords = (fit: HoleFit, say: (mm: number) => string): string => {
  switch (fit.kind) {
    case 'fits':
      return 'New handles go into the old holes.';
    case 'covered':
      return 'The new plate hides the old holes; drill new ones.';
    case 'redrill':
      return `Fill the old holes, drill new ones ${say(fit.clear_mm)} clear of them.`;
    case 'plug':
      return `Old and new holes overlap by ${say(fit.overlap_mm)}: plug with dowel, let it set, then drill.`;
  }
};

/** How many handles to buy, whether they fit the old holes, and where the new ones go. */
export function HandleSum() {
  const { view } = useWorkshop();
  const { units } = view.workshop;
  const { unit, read_mm, say } = SMALL[units];
  const usual = USUAL[units];
  const [fronts, setFronts] = useState('4');
  const [perFront, setPerFront] = useState('2');
  const [onHand, setOnHand] = useState('7');
  const [spare, setSpare] = useState('1');
  const [oldSpacing, setOldSpacing] = useState(usual.spacing);
  const [newSpacing, setNewSpacing] = useState(usual.spacing);
  const [hole, setHole] = useState(usual.hole);
  const [plate, setPlate] = useState('0');
  const [front, setFront] = useState(usual.front);
  const answer = tried(() => {
    const whole = [fronts, perFront, onHand, spare].map(readFigure);
    must(
      whole.every((n) => Number.isInteger(n) && n >= 0),
      'Counts: enter whole numbers of 0 or more.',
    );
    must(whole[1]! >= 1 && whole[1]! <= 4, 'On each front: enter 1 to 4.');
    const [old_mm, new_mm, hole_mm, plate_mm, front_mm] = [oldSpacing, newSpacing, hole, plate, front].map(read_mm);
    must(
      [old_mm, new_mm, hole_mm, plate_mm, front_mm].every((mm) => !(Math.abs(mm!) > MOST_MM)),
      `Lengths: enter at most ${say(MOST_MM)}.`,
    );
    must(old_mm! >= 0 && new_mm! >= 0 && plate_mm! >= 0, `Spacing and plate: enter 0 ${unit} or more.`);
    must(hole_mm! > 0 && front_mm! > 0, `Hole and front: enter more than 0 ${unit}.`);
    must(new_mm! * whole[1]! <= front_mm!, 'The handles are wider than the front: enter a narrower spacing.');
    return {
      buy: hardwareToBuy({ fronts: whole[0]!, perFront: whole[1]!, onHand: whole[2]!, spare: whole[3]! }),
      fit: holeFit(old_mm!, new_mm!, hole_mm!, plate_mm),
      holes: holesAt(front_mm!, new_mm!, whole[1]!),
      old: holesAt(front_mm!, old_mm!, whole[1]!),
      front_mm: front_mm!,
    };
  });
  return (
    <Section title="Handles and holes">
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-5">
        <NumberField label="Fronts" value={fronts} onChange={setFronts} />
        <NumberField label="On each" value={perFront} onChange={setPerFront} />
        <NumberField label="On hand" value={onHand} onChange={setOnHand} />
        <NumberField label="Spare" value={spare} onChange={setSpare} />
        <NumberField label={`Front wide, ${unit}`} read={read_mm} value={front} onChange={setFront} />
        <NumberField label={`Old spacing, ${unit}`} read={read_mm} value={oldSpacing} onChange={setOldSpacing} />
        <NumberField label={`New spacing, ${unit}`} read={read_mm} value={newSpacing} onChange={setNewSpacing} />
        <NumberField label={`Hole, ${unit}`} read={read_mm} value={hole} onChange={setHole} />
        <NumberField label={`New plate, ${unit}`} read={read_mm} value={plate} onChange={setPlate} />
      </div>
      <Result answer={answer}>
        {(v) => (
          <>
            <Figure>{v.buy === 0 ? 'None to buy' : `Buy ${v.buy}`}</Figure>
            <svg viewBox="0 0 300 46" className="w-full max-w-[420px]" aria-hidden="true">
              <rect x="1" y="2" width="298" height="36" fill="#b98d5a" stroke="var(--m-keyline)" />
              {v.old.map((x) => (
                <circle
                  key={`o${x}`}
                  cx={(x / v.front_mm) * 298 + 1}
                  cy="20"
                  r="4"
                  fill="none"
                  stroke="#1d2430"
                  strokeDasharray="2 2"
                />
              ))}
              {v.holes.map((x) => (
                <circle key={`n${x}`} cx={(x / v.front_mm) * 298 + 1} cy="20" r="2.6" fill="#1d2430" />
              ))}
            </svg>
            <p>{fitWords(v.fit, say)}</p>
            <p className="text-sub">Holes at {v.holes.map(say).join(', ')} from the left edge.</p>
          </>
        )}
      </Result>
    </Section>
  );
}

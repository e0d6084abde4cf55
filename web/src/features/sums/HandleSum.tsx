import { hardwareToBuy, holeFit, type HoleFit, holesAt } from '@app/core';
import { useState } from 'react';
import { Section } from '../../ui/parts.tsx';
import { Figure, must, NumberField, readNumber, Result, tried } from './sumParts.tsx';

const FIT_WORDS = (fit: HoleFit): string => {
  switch (fit.kind) {
    case 'fits':
      return 'New handles go into the old holes.';
    case 'covered':
      return 'The new plate hides the old holes; drill new ones.';
    case 'redrill':
      return `Fill the old holes, drill new ones ${fit.clear_mm.toFixed(1)} mm clear of them.`;
    case 'plug':
      return `Old and new holes overlap by ${fit.overlap_mm.toFixed(1)} mm: plug with dowel, let it set, then drill.`;
  }
};

/** How many handles to buy, whether they fit the old holes, and where the new ones go. */
export function HandleSum() {
  const [fronts, setFronts] = useState('4');
  const [perFront, setPerFront] = useState('2');
  const [onHand, setOnHand] = useState('7');
  const [spare, setSpare] = useState('1');
  const [oldSpacing, setOldSpacing] = useState('96');
  const [newSpacing, setNewSpacing] = useState('96');
  const [hole, setHole] = useState('5');
  const [plate, setPlate] = useState('0');
  const [front, setFront] = useState('780');
  const answer = tried(() => {
    const whole = [fronts, perFront, onHand, spare].map(readNumber);
    must(
      whole.every((n) => Number.isInteger(n) && n >= 0),
      'Counts: enter whole numbers of 0 or more.',
    );
    must(whole[1]! >= 1 && whole[1]! <= 4, 'On each front: enter 1 to 4.');
    const [old_mm, new_mm, hole_mm, plate_mm, front_mm] = [oldSpacing, newSpacing, hole, plate, front].map(readNumber);
    must(old_mm! >= 0 && new_mm! >= 0 && plate_mm! >= 0, 'Spacing and plate: enter 0 mm or more.');
    must(hole_mm! > 0 && front_mm! > 0, 'Hole and front: enter more than 0 mm.');
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
        <NumberField label="Front wide, mm" value={front} onChange={setFront} />
        <NumberField label="Old spacing, mm" value={oldSpacing} onChange={setOldSpacing} />
        <NumberField label="New spacing, mm" value={newSpacing} onChange={setNewSpacing} />
        <NumberField label="Hole, mm" value={hole} onChange={setHole} />
        <NumberField label="New plate, mm" value={plate} onChange={setPlate} />
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
            <p>{FIT_WORDS(v.fit)}</p>
            <p className="text-sub">Holes at {v.holes.map((x) => x.toFixed(1)).join(', ')} mm from the left edge.</p>
          </>
        )}
      </Result>
    </Section>
  );
}

import { mostToPay } from '@app/core';
import { useState } from 'react';
import { Section } from '../../ui/parts.tsx';
import { Figure, must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

/** At the flea market: the highest price to pay, so that the hours still earn what they should. */
export function FindSum() {
  const [price, setPrice] = useState('240');
  const [fee, setFee] = useState('15');
  const [materials, setMaterials] = useState('32');
  const [hours, setHours] = useState('5');
  const [wanted, setWanted] = useState('20');
  const [days, setDays] = useState('30');
  const [day, setDay] = useState('0.50');
  const answer = tried(() => {
    const all = [price, fee, materials, hours, wanted, days, day].map(readFigure);
    must(
      all.every((n) => n >= 0),
      'Enter 0 or more everywhere.',
    );
    return mostToPay({
      price_cents: all[0]! * 100,
      fee: all[1]! / 100,
      materials_cents: all[2]! * 100,
      labour_minutes: all[3]! * 60,
      wanted_centsPerHour: all[4]! * 100,
      daysToSell: all[5]!,
      day_cents: all[6]! * 100,
    });
  });
  return (
    <Section title="What to pay for a find">
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        <NumberField label="It will sell for" value={price} onChange={setPrice} />
        <NumberField label="Booth takes, %" value={fee} onChange={setFee} />
        <NumberField label="Materials" value={materials} onChange={setMaterials} />
        <NumberField label="Hands-on hours" value={hours} onChange={setHours} />
        <NumberField label="An hour should earn" value={wanted} onChange={setWanted} />
        <NumberField label="Days to sell" value={days} onChange={setDays} />
        <NumberField label="A day standing costs" value={day} onChange={setDay} />
      </div>
      <Result answer={answer}>
        {(most) =>
          most > 0 ? (
            <>
              <Figure>At most {(most / 100).toFixed(2)}</Figure>
              <p className="text-sub">
                {price} less {fee} % booth, {materials} materials, {hours} h at {wanted} and {days} days standing.
              </p>
            </>
          ) : (
            <>
              <Figure>Leave it there</Figure>
              <p className="text-sub">Even as a gift it would earn less than {wanted} an hour.</p>
            </>
          )
        }
      </Result>
    </Section>
  );
}

import {
  aerosolsFor,
  paintFor,
  productById,
  squareMetres,
  squareMetresPerLitre,
  squareMetresToSquareFeet,
  stripperRounds,
} from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayLitres } from '../../ui/amounts.ts';
import { Section } from '../../ui/parts.tsx';
import { Figure, must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

const SQUARE_FEET = squareMetresToSquareFeet(1);
const STRIPPER_LOSS = 0.05;

/** Stripper by layers, and shellac from the can or the aerosol for an area. */
export function StripSum() {
  const { units } = useWorkshop().view.workshop;
  const isUs = units === 'us';
  const [area, setArea] = useState(isUs ? '11' : '1');
  const [layers, setLayers] = useState('3');
  const [coats, setCoats] = useState('1');
  const answer = tried(() => {
    const m2 = readFigure(area) / (isUs ? SQUARE_FEET : 1);
    must(m2 >= 0, 'Area: enter 0 or more.');
    must(Number.isInteger(readFigure(layers)) && readFigure(layers) >= 1, 'Layers: enter a whole number of 1 or more.');
    must(Number.isInteger(readFigure(coats)) && readFigure(coats) >= 0, 'Coats: enter a whole number.');
    const spread = (id: string) => squareMetresPerLitre(productById.get(id)!.spread_m2PerL!);
    const rounds = stripperRounds(readFigure(layers));
    return {
      rounds,
      layers: readFigure(layers),
      stripper: paintFor(squareMetres(m2), spread('stripper-gel'), rounds, STRIPPER_LOSS),
      sealer: paintFor(squareMetres(m2), spread('shellac-primer'), readFigure(coats), 0.1),
      cans: aerosolsFor(m2, readFigure(coats)),
    };
  });
  return (
    <Section title="Stripper, sealer, aerosols">
      <div className="grid grid-cols-3 gap-2">
        <NumberField label={isUs ? 'Area, ft²' : 'Area, m²'} value={area} onChange={setArea} />
        <NumberField label="Old layers" value={layers} onChange={setLayers} />
        <NumberField label="Coats of sealer" value={coats} onChange={setCoats} />
      </div>
      <Result answer={answer}>
        {(v) => (
          <>
            <Figure>
              {sayLitres(v.stripper, units)} stripper in {v.rounds} {v.rounds === 1 ? 'round' : 'rounds'}
            </Figure>
            <Layers layers={v.layers} rounds={v.rounds} />
            <p>
              Shellac: {sayLitres(v.sealer, units)} brushed, or {v.cans} aerosol {v.cans === 1 ? 'can' : 'cans'}.
            </p>
            <p className="text-table text-oxide-text">
              Stripper burns and shellac vapour burns: gloves, goggles, fresh air; never on paint that may hold lead
              until it is tested. The label and local rules come first.
            </p>
          </>
        )}
      </Result>
    </Section>
  );
}

/** Old layers with a bracket round what each round takes. */
function Layers({ layers, rounds }: { readonly layers: number; readonly rounds: number }) {
  const shown = Math.min(8, layers);
  const h = 8;
  return (
    <svg width="220" height={shown * h + 16} aria-hidden="true">
      {Array.from({ length: shown }, (_, i) => (
        <rect
          key={String(i)}
          x="0"
          y={i * h}
          width="160"
          height={h}
          fill={i % 2 ? '#b9cfc6' : '#6e2f3a'}
          stroke="var(--m-keyline)"
        />
      ))}
      <rect x="0" y={shown * h} width="160" height="12" fill="#d9b98a" stroke="var(--m-keyline)" />
      {Array.from({ length: Math.min(4, rounds) }, (_, i) => {
        const from = (i * shown) / Math.min(4, rounds);
        const until = ((i + 1) * shown) / Math.min(4, rounds);
        return (
          <g key={String(i)}>
            <path d={`M164 ${from * h + 1}h6V${until * h - 1}h-6`} fill="none" stroke="var(--m-ink)" />
            <text x="175" y={((from + until) / 2) * h + 4} fontSize="11" fill="var(--m-ink)">
              {i + 1}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

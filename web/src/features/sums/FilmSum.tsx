import { wetFilmFor_um } from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../../data/workshop.tsx';
import { Section } from '../../ui/parts.tsx';
import { Figure, must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

const MICRONS_PER_MIL = 25.4;

/** What the wet film gauge must show for a wanted dry film. */
export function FilmSum() {
  const isUs = useWorkshop().view.workshop.units === 'us';
  const [dry, setDry] = useState(isUs ? '1.5' : '40');
  const [solids, setSolids] = useState('38');
  const [thinned, setThinned] = useState('10');
  const perUnit = isUs ? MICRONS_PER_MIL : 1;
  const unit = isUs ? 'mil' : 'µm';
  const answer = tried(() => {
    must(readFigure(dry) >= 0, 'Dry film: enter 0 or more.');
    must(readFigure(solids) > 0 && readFigure(solids) <= 100, 'Volume solids: enter 1 to 100 %.');
    must(readFigure(thinned) >= 0, 'Thinned by: enter 0 or more.');
    const dry_um = readFigure(dry) * perUnit;
    return { dry_um, wet_um: wetFilmFor_um(dry_um, readFigure(solids), readFigure(thinned) / 100) };
  });
  return (
    <Section title="Wet film for a dry film">
      <div className="grid grid-cols-3 gap-2">
        <NumberField label={`Dry film wanted, ${unit}`} value={dry} onChange={setDry} />
        <NumberField label="Volume solids, %" value={solids} onChange={setSolids} />
        <NumberField label="Thinned by, %" value={thinned} onChange={setThinned} />
      </div>
      <Result answer={answer}>
        {(v) => (
          <>
            <Figure>
              {(v.wet_um / perUnit).toFixed(isUs ? 1 : 0)} {unit} wet
            </Figure>
            <Film wet={v.wet_um} dry={v.dry_um} />
            <p className="text-sub">
              The gauge in the wet coat shows this; what stays when it is dry is the dark band.
            </p>
          </>
        )}
      </Result>
    </Section>
  );
}

function Film({ wet, dry }: { readonly wet: number; readonly dry: number }) {
  const h = 44;
  const share = wet > 0 ? Math.min(1, dry / wet) : 0;
  return (
    <svg width="240" height="60" aria-hidden="true">
      <rect x="0" y={h - h + 2} width="240" height={h} fill="#3f5c74" fillOpacity="0.25" stroke="var(--m-keyline)" />
      <rect x="0" y={2 + h * (1 - share)} width="240" height={h * share} fill="#3f5c74" />
      <rect x="0" y={h + 2} width="240" height="10" fill="#d9b98a" stroke="var(--m-keyline)" />
    </svg>
  );
}

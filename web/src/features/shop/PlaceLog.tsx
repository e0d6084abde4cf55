import {
  type ClimatePlace,
  type ClimateSeries,
  laidOver,
  logFromTable,
  type ReadLog,
  sayTime,
  simulatedAir,
} from '@app/core';
import { line, scaleLinear } from 'd3';
import { useState } from 'react';
import { useSaying } from '../../data/saying.ts';
import { useCommand } from '../../data/useCommand.tsx';
import { useWorkshop } from '../../data/workshop.tsx';
import { sayTemperature } from '../../ui/amounts.ts';
import { Button } from '../../ui/parts.tsx';
import { TableFile } from '../../ui/TableFile.tsx';

const MOST_BYTES = 8_000_000;
const TOO_LARGE: ReadLog = {
  series: null,
  faults: [{ line: 1, words: 'This file is larger than 8 MB; cut it to the last year.' }],
  notes: [],
};

/** Measured hours of a place from a logger's file, looked at before they are used; or a made-up logger to try with. */
export function PlaceLog({ place }: { readonly place: ClimatePlace }) {
  const { view } = useWorkshop();
  const { command, refusal } = useCommand();
  const [read, setRead] = useState<ReadLog | null>(null);
  const look = (rows: readonly (readonly string[])[] | null) => {
    const usual = view.workshop.units === 'us' ? 'month first' : 'day first';
    setRead(rows ? logFromTable(rows, view.shop.timeZone, place.typical, usual) : TOO_LARGE);
  };
  const put = async (series: ClimateSeries | null) => {
    const version = view.versions[`places/${place.id}`];
    if (await command('PUT', `/shop/places/${place.id}/series`, { version, series })) setRead(null);
  };
  return (
    <details className="flex flex-col gap-2" open={place.series !== null}>
      <summary className="cursor-pointer text-lane text-sub underline">Measured and forecast hours</summary>
      <div className="flex flex-col gap-2 pt-2">
        {place.series && <AirLine series={place.series} />}
        <TableFile
          label="From a logger (CSV: time, temperature, humidity)"
          mostBytes={MOST_BYTES}
          onOpen={() => setRead(null)}
          onRows={look}
        />
        {read && read.faults.length > 0 && (
          <ul role="alert" className="max-h-32 overflow-auto text-table text-oxide-text">
            {read.faults.map((f) => (
              <li key={`${f.line} ${f.words}`}>
                Line {f.line}: {f.words}
              </li>
            ))}
          </ul>
        )}
        {read?.series && (
          <>
            <AirLine series={read.series} />
            {read.notes.map((n) => (
              <p key={n} className="text-table text-sub">
                {n}
              </p>
            ))}
            <UseHours
              measured={read.series}
              place={place}
              zone={view.shop.timeZone}
              onUse={(series) => void put(series)}
            />
          </>
        )}
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => void put(simulatedAir(place.typical, view.shop.timeZone, view.now))}>
            Try a made-up logger and forecast
          </Button>
          {place.series && <Button onClick={() => void put(null)}>Ordinary days only</Button>}
        </div>
        {refusal}
      </div>
    </details>
  );
}

type UseHoursProps = {
  readonly measured: ClimateSeries;
  readonly place: ClimatePlace;
  readonly zone: string;
  readonly onUse: (series: ClimateSeries) => void;
};

/** Measured hours put beside those the place has, or in their place. */
function UseHours({ measured, place: { series, typical }, zone, onUse }: UseHoursProps) {
  const n = measured.temperature_c.length;
  const hours = n === 1 ? 'this hour' : `these ${n} hours`;
  if (!series)
    return (
      <Button kind="primary" className="self-start" onClick={() => onUse(measured)}>
        Use {hours}
      </Button>
    );
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button kind="primary" onClick={() => onUse(laidOver(measured, series, typical, zone))}>
        Add {hours}
      </Button>
      <Button onClick={() => onUse(measured)}>Use only {hours}</Button>
      <p className="text-table text-sub">Added, all other hours in the upper drawing stay.</p>
    </div>
  );
}

const WIDTH = 400;
const HEIGHT = 56;

/** Temperature and humidity by the hour, with where they begin and end. */
function AirLine({ series }: { readonly series: ClimateSeries }) {
  const { view } = useWorkshop();
  const saying = useSaying();
  const n = series.temperature_c.length;
  const x = scaleLinear()
    .domain([0, Math.max(1, n - 1)])
    .range([0, WIDTH]);
  const [low, high] = [Math.min(...series.temperature_c), Math.max(...series.temperature_c)];
  const y = scaleLinear()
    .domain([low, Math.max(high, low + 1)])
    .range([HEIGHT - 6, 6]);
  const damp = scaleLinear()
    .domain([0, 100])
    .range([HEIGHT - 2, 2]);
  const path = (values: readonly number[], scale: (v: number) => number) =>
    line<number>()
      .x((_, i) => x(i))
      .y((v) => scale(v))([...values]) ?? '';
  const units = view.workshop.units;
  const words = `${sayTime(series.from, saying)} to ${sayTime(series.from + n * 60, saying)}, ${sayTemperature(low, units)} to ${sayTemperature(high, units)}`;
  return (
    <figure>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full border border-line" role="img" aria-label={words}>
        <path d={path(series.humidity_pct, damp)} fill="none" stroke="var(--m-keyline)" strokeDasharray="2 3" />
        <path d={path(series.temperature_c, y)} fill="none" stroke="var(--m-ink)" strokeWidth="1.4" />
      </svg>
      <figcaption className="condensed text-lane text-sub">{words}; dashed: humidity</figcaption>
    </figure>
  );
}

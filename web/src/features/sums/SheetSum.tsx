import { centredEdges, sheetsFor } from '@app/core';
import { useState } from 'react';
import { useWorkshop } from '../../data/workshop.tsx';
import { fromTyped, lengthUnit, toTyped } from '../../ui/amounts.ts';
import { Section } from '../../ui/parts.tsx';
import { Figure, must, NumberField, readFigure, Result, tried } from './sumParts.tsx';

/** Sheets of paper, transfer or inlay: pattern repeats, gaps, and sheets that are laid more than once. */
export function SheetSum() {
  const { units } = useWorkshop().view.workshop;
  const start = (metres: number) => String(toTyped(metres, units));
  const [width, setWidth] = useState(start(0.8));
  const [height, setHeight] = useState(start(0.18));
  const [count, setCount] = useState('4');
  const [sheetWidth, setSheetWidth] = useState(start(0.5));
  const [sheetHeight, setSheetHeight] = useState(start(0.7));
  const [repeat, setRepeat] = useState('0');
  const [gap, setGap] = useState('0');
  const [uses, setUses] = useState('1');
  const unit = lengthUnit(units);
  const answer = tried(() => {
    const at = (text: string, words: string, atLeast: number) => {
      const n = readFigure(text);
      must(n >= atLeast, words);
      return fromTyped(n, units);
    };
    const panel = {
      width: at(width, 'Panel: enter its width above 0.', 0.1),
      height: at(height, 'Panel: enter its height above 0.', 0.1),
      count: readFigure(count),
    };
    must(Number.isInteger(panel.count) && panel.count > 0, 'How many alike: enter a whole number above 0.');
    must(Number.isInteger(readFigure(uses)) && readFigure(uses) > 0, 'Laid how often: enter a whole number above 0.');
    const sheet = {
      width: at(sheetWidth, 'Sheet: enter its width above 0.', 0.1),
      height: at(sheetHeight, 'Sheet: enter its height above 0.', 0.1),
      repeat: at(repeat, 'Repeat: enter 0 or more.', 0),
      gap: at(gap, 'Gap: enter 0 or more.', 0),
      uses: readFigure(uses),
    };
    const laid = sheetsFor([panel], sheet);
    must(laid.pieces <= MOST_PIECES, 'Panel: that is more than a thousand pieces to cut; check the sizes.');
    return { panel, sheet, ...laid };
  });
  return (
    <Section title="Sheets of paper, transfer, inlay">
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        <NumberField label={`Panel wide, ${unit}`} value={width} onChange={setWidth} />
        <NumberField label={`Panel tall, ${unit}`} value={height} onChange={setHeight} />
        <NumberField label="How many alike" value={count} onChange={setCount} />
        <NumberField label={`Gap, ${unit}`} value={gap} onChange={setGap} />
        <NumberField label={`Sheet wide, ${unit}`} value={sheetWidth} onChange={setSheetWidth} />
        <NumberField label={`Sheet tall, ${unit}`} value={sheetHeight} onChange={setSheetHeight} />
        <NumberField label={`Pattern repeats, ${unit}`} value={repeat} onChange={setRepeat} />
        <NumberField label="Laid how often" value={uses} onChange={setUses} />
      </div>
      <Result answer={answer}>
        {(v) => (
          <>
            <Figure>
              {v.sheets} {v.sheets === 1 ? 'sheet' : 'sheets'}
            </Figure>
            <PanelDrawing panel={v.panel} sheet={v.sheet} />
            <p className="text-sub">
              {v.pieces} {v.pieces === 1 ? 'piece' : 'pieces'} to cut and lay
              {v.sheet.uses > 1 ? `, each sheet ${v.sheet.uses} times` : ''}; joints evenly from the middle.
            </p>
          </>
        )}
      </Result>
    </Section>
  );
}

const MOST_PIECES = 1000;
const WIDTH = 260;

function PanelDrawing({
  panel,
  sheet,
}: {
  readonly panel: { readonly width: number; readonly height: number };
  readonly sheet: { readonly width: number; readonly gap: number };
}) {
  const scale = WIDTH / panel.width;
  const tall = Math.max(16, Math.min(90, panel.height * scale));
  return (
    <svg width={WIDTH + 40} height={tall + 8} aria-hidden="true">
      <rect x="20" y="4" width={WIDTH} height={tall} fill="#b98d5a" stroke="var(--m-keyline)" />
      {centredEdges(panel.width, sheet.width, sheet.gap).map((x) => (
        <rect
          key={x}
          x={20 + Math.max(0, x) * scale}
          y="4"
          width={(Math.min(panel.width, x + sheet.width) - Math.max(0, x)) * scale}
          height={tall}
          fill="#d8cdb6"
          stroke="var(--m-ink)"
        />
      ))}
    </svg>
  );
}

import { openingGrain } from '../../grain/LaneDrawing.tsx';

const COATS = [
  { from: 120, dry: 210, colour: '#d9dcdd' },
  { from: 300, dry: 420, colour: '#27485c' },
  { from: 470, dry: 600, colour: '#27485c' },
  { from: 700, dry: 840, colour: '#6b8a99' },
];
const NIGHTS = [230, 430, 640, 860];

/** The idea in one picture: coats laid one after the other on wood, each drying open. */
export function WelcomeGrain() {
  const end = 980;
  return (
    <svg
      viewBox="0 0 1040 110"
      className="w-full"
      role="img"
      aria-label="One piece through time: coats on wood, each drying before the next, nights shaded, a pickup flag at the end"
    >
      {NIGHTS.map((x) => (
        <rect key={x} x={x} width="36" y="0" height="110" fill="var(--m-night)" />
      ))}
      <rect x="20" y="70" width={end - 20} height="16" fill="#b98d5a" stroke="var(--m-keyline)" />
      <path
        d={`M20 75H${end}M20 79H${end}M20 83H${end}`}
        stroke="#000"
        strokeOpacity="0.16"
        strokeDasharray="60 3 22 2 90 4"
      />
      {COATS.map((c, i) => {
        const y = 70 - (i + 1) * 11;
        return (
          <g key={c.from}>
            <rect x={c.from} y={y} width={c.dry - c.from} height="11" fill={c.colour} fillOpacity="0.22" />
            <path d={openingGrain(c.from, c.dry, y, 11)} stroke={c.colour} strokeWidth="1.6" />
            <rect x={c.dry} y={y} width={end - c.dry} height="11" fill={c.colour} />
            <rect x={c.from} y={y} width={end - c.from} height="11" fill="none" stroke="var(--m-keyline)" />
            <rect x={c.from} y="92" width="26" height="12" fill="none" stroke="var(--m-ink)" strokeWidth="1.4" />
          </g>
        );
      })}
      <path
        d={`M${end} 8v84M${end} 8l20 8-20 8z`}
        fill="var(--m-verdigris)"
        stroke="var(--m-verdigris)"
        strokeWidth="1.6"
      />
    </svg>
  );
}

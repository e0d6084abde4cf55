type Part = readonly [name: string, value: number, fill: string];

/** Where the price goes, laid one on another as strata, each with its name and amount. */
export function PriceStrata({ parts, price }: { readonly parts: readonly Part[]; readonly price: number }) {
  const sum = Math.max(
    price,
    parts.reduce((n, [, v]) => n + v, 0),
  );
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-1">
      <svg viewBox="0 0 400 26" className="my-1 w-full" aria-hidden="true">
        {parts.map(([name, value, fill], i) => {
          const x = (parts.slice(0, i).reduce((n, [, v]) => n + v, 0) / sum) * 400;
          return (
            <rect
              key={name}
              x={x}
              y="3"
              width={(value / sum) * 400}
              height="20"
              fill={fill}
              stroke="var(--m-keyline)"
            />
          );
        })}
        <path d={`M${(price / sum) * 400 - 1} 0v26`} stroke="var(--m-ink)" strokeWidth="2" />
      </svg>
      {parts.map(([name, value, fill]) => (
        <span key={name} className="condensed flex items-center gap-1.5 text-table">
          <span className="size-3 border border-keyline" style={{ background: fill }} aria-hidden="true" />
          {name} {value.toFixed(0)}
        </span>
      ))}
    </div>
  );
}

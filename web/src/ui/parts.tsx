import type {
  ButtonHTMLAttributes,
  InputHTMLAttributes,
  ReactNode,
  SelectHTMLAttributes,
  TextareaHTMLAttributes,
} from 'react';

type ButtonProps = ButtonHTMLAttributes<HTMLButtonElement> & {
  readonly kind?: 'primary' | 'outline' | 'plain';
  readonly size?: 'desk' | 'hand';
};

/** A button: ink fill, ink border, or underlined words; `hand` is at least 48 px tall for gloves. */
export function Button({ kind = 'outline', size = 'desk', className = '', type = 'button', ...rest }: ButtonProps) {
  const look = {
    primary: 'btn btn-primary',
    outline: 'btn btn-outline border-ink',
    plain: 'btn btn-link px-1 text-ink',
  }[kind];
  const height = size === 'hand' ? 'min-h-12 px-5 text-section' : 'h-8 min-h-8 px-3 text-table';
  return <button type={type} className={`${look} ${height} font-semibold ${className}`} {...rest} />;
}

/** A labelled field with its message underneath; the message says what to do. */
export function Field({
  label,
  hint,
  error,
  className = '',
  children,
}: {
  readonly label: string;
  readonly hint?: string | undefined;
  readonly error?: string | undefined;
  readonly className?: string;
  readonly children: ReactNode;
}) {
  return (
    <label className={`flex flex-col gap-1 ${className}`}>
      <span className="condensed text-lane font-semibold text-sub">{label}</span>
      {children}
      {hint && !error && <span className="text-lane text-sub">{hint}</span>}
      {error && (
        <span role="alert" className="text-lane text-oxide-text">
          {error}
        </span>
      )}
    </label>
  );
}

export const Input = (props: InputHTMLAttributes<HTMLInputElement>) => (
  <input {...props} className={`input h-8 w-full border-keyline bg-raised text-body ${props.className ?? ''}`} />
);
/** For words that may take more than a line. */
export const TextArea = (props: TextareaHTMLAttributes<HTMLTextAreaElement>) => (
  <textarea
    rows={2}
    {...props}
    className={`textarea w-full border-keyline bg-raised text-body ${props.className ?? ''}`}
  />
);
export const Select = (props: SelectHTMLAttributes<HTMLSelectElement>) => (
  <select {...props} className={`select h-8 w-full border-keyline bg-raised text-body ${props.className ?? ''}`} />
);

/** One of a few, as joined buttons; arrow keys move, as with radio buttons. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  readonly label: string;
  readonly value: T;
  readonly options: readonly (readonly [T, string])[];
  readonly onChange: (v: T) => void;
}) {
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="condensed pb-1 text-lane font-semibold text-sub">{label}</legend>
      <div className="flex flex-wrap gap-1">
        {options.map(([v, text]) => (
          <label
            key={v}
            className={`relative cursor-pointer border px-2.5 py-1 text-table has-focus-visible:outline-2 has-focus-visible:outline-offset-2 ${v === value ? 'border-ink bg-ink text-paper' : 'border-keyline bg-raised'}`}
          >
            <input type="radio" className="sr-only" name={label} checked={v === value} onChange={() => onChange(v)} />
            {text}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** Something that is there or not, as a tap. */
export function Tap({
  isOn,
  onToggle,
  children,
}: {
  readonly isOn: boolean;
  readonly onToggle: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={onToggle}
      className={`min-h-8 cursor-pointer border px-2.5 py-1 text-table ${isOn ? 'border-ink bg-ink text-paper' : 'border-keyline bg-raised'}`}
    >
      {children}
    </button>
  );
}

export function Section({
  title,
  children,
  aside,
}: {
  readonly title: string;
  readonly children: ReactNode;
  readonly aside?: ReactNode;
}) {
  return (
    <section className="flex flex-col gap-3">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3 border-b border-line pb-1">
        <h2 className="text-section font-semibold">{title}</h2>
        {aside}
      </div>
      {children}
    </section>
  );
}

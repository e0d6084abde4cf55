import type { ReactNode } from 'react';

type Props = {
  readonly className: string;
  /** What is heard of it, where its words alone do not say. */
  readonly label?: string;
  readonly onPhoto: (file: File) => void;
  readonly children: ReactNode;
};

/** A picture that is there already, or made by the device's own camera. */
export function PhotoButton({ className, label, onPhoto, children }: Props) {
  return (
    <label
      className={`relative flex cursor-pointer items-center justify-center gap-1.5 border border-ink has-focus-visible:outline-2 ${className}`}
    >
      {children}
      <input
        type="file"
        accept="image/*"
        capture="environment"
        className="sr-only"
        aria-label={label}
        onChange={(e) => {
          const file = e.currentTarget.files?.[0];
          if (file) onPhoto(file);
          e.currentTarget.value = '';
        }}
      />
    </label>
  );
}

import type { Answer } from './useCore.ts';

/** Says beside the place of an answer that there is none, and asks again when told to. */
export function CoreFault({ of }: { readonly of: Answer<unknown> }) {
  if (!of.error) return null;
  return (
    <p role="alert" className="text-table text-oxide-text">
      {of.error.message} Everything saved is safe.{' '}
      <button type="button" className="min-h-6 cursor-pointer font-semibold underline" onClick={of.retry}>
        Work it out again
      </button>
    </p>
  );
}

import type { ReactNode } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { Button } from '../ui/parts.tsx';

/** Nothing empties the page: a part that fails says so in its place, with the ways on. */
export function Mended({ where, children }: { readonly where: string; readonly children: ReactNode }) {
  return (
    <ErrorBoundary FallbackComponent={Broken} resetKeys={[where]}>
      {children}
    </ErrorBoundary>
  );
}

/** A part of the app that is fetched by need, and was not there to be fetched. */
const isMissing = (error: unknown) =>
  error instanceof Error && /dynamically imported module|importing a module|preload/i.test(error.message);

function Broken({ error, resetErrorBoundary }: FallbackProps) {
  return (
    <main className="mx-auto flex max-w-md flex-1 flex-col gap-4 p-8">
      <h1 className="text-title font-semibold">
        {isMissing(error) ? 'This part of Mokume could not be fetched' : 'This screen cannot be shown'}
      </h1>
      <p role="alert">
        {isMissing(error)
          ? 'Mokume cannot be reached, or was renewed since this page was opened. What you entered is kept.'
          : 'Something on it went wrong. What was saved is safe, and what you entered is kept.'}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button
          kind="primary"
          size="hand"
          onClick={() => (isMissing(error) ? location.reload() : resetErrorBoundary())}
        >
          Try again
        </Button>
        <a href="/today" className="flex min-h-12 items-center border border-ink px-5 text-section font-semibold">
          Back to Today
        </a>
      </div>
    </main>
  );
}

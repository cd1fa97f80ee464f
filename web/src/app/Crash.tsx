import { Link, useRouteError } from 'react-router';
import { Button } from '../ui/Button';

/** What is shown when a screen broke down: the plan itself is safe on the server. */
export function Crash() {
  const error = useRouteError();
  return (
    <main className="mx-auto flex h-full max-w-xl flex-col justify-center gap-3 p-6">
      <h1 className="m-0 text-2xl font-semibold">This screen broke down</h1>
      <p className="m-0">
        Every change up to now is kept. Load the page again; if it happens again, export the conversion from the list
        and start from the export.
      </p>
      <pre className="m-0 overflow-auto border border-line bg-sheet p-3 text-sm">
        {error instanceof Error ? error.message : String(error)}
      </pre>
      <div className="flex gap-2">
        <Button look="strong" onClick={() => location.reload()}>
          Load again
        </Button>
        <Link to="/" reloadDocument className="self-center underline">
          All conversions
        </Link>
      </div>
    </main>
  );
}

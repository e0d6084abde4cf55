import { Link } from 'react-router';
import { LayerStack } from '../../grain/LayerStack.tsx';

/** Nothing on the floor yet: what to do first, with the picture of what will come. */
export function FirstSteps() {
  return (
    <main className="mx-auto flex max-w-3xl flex-1 flex-col justify-center gap-8 p-8">
      <LayerStack
        wood="#d9b98a"
        body={[
          { key: 'a', colour: '#d9dcdd', label: 'primer', coat: 'primer' },
          { key: 'b', colour: '#3d5a45', label: 'coat 1', coat: 'paint' },
          { key: 'c', colour: '#3d5a45', label: 'coat 2', coat: 'paint' },
        ]}
        top={[{ key: 'd', colour: '#f4f1e6', label: 'clear', coat: 'clear' }]}
      />
      <div className="flex flex-col gap-3">
        <h1 className="text-figure font-semibold">Put the first piece on the floor</h1>
        <p className="max-w-prose text-section">
          Say what it is, take three measurements, tap what you see on it. Mokume writes the route, counts the paint,
          and says when it can be ready, with drying, nights and your hours in it.
        </p>
        <p className="flex gap-4 pt-2">
          <Link to="/pieces/new" className="bg-ink px-5 py-3 text-section font-semibold text-paper">
            Add a piece
          </Link>
          <Link to="/shop" className="border border-ink px-5 py-3 text-section font-semibold">
            First check hours and space
          </Link>
        </p>
      </div>
    </main>
  );
}

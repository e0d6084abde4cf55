import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { type Conflict, type Route, type RouteStep, sayLength, type Stage } from '@app/core';
import { BookOpen, Check, GripVertical, Home, TriangleAlert, UserPen } from 'lucide-react';
import { useProducts } from '../../data/useProducts.ts';
import { waitBefore } from './editList.ts';

type GridProps = {
  readonly route: Route;
  readonly happened: ReadonlySet<string>;
  readonly conflicts: readonly Conflict[];
  readonly selected: string | null;
  readonly onSelect: (key: string) => void;
  readonly onMove: (key: string, after: string | null) => void;
};

/** Zones as columns, steps as rows; a coat fills its cells with its colour, other work marks them; waits stand between. */
export function RouteGrid({ route, happened, conflicts, selected, onSelect, onMove }: GridProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const keys = route.steps.map((s) => s.key);
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const [from, to] = [keys.indexOf(String(active.id)), keys.indexOf(String(over.id))];
    const rest = keys.filter((k) => k !== active.id);
    const at = to > from ? to : to - 1;
    onMove(String(active.id), at < 0 ? null : rest[at]!);
  };
  const columns = `24px minmax(200px,1fr) repeat(${route.zones.length},minmax(26px,54px)) 62px`;
  return (
    <div className="overflow-x-auto">
      <div className="min-w-[560px]">
        <div className="grid items-end gap-x-1 border-b border-keyline pb-1" style={{ gridTemplateColumns: columns }}>
          <span />
          <span className="condensed text-lane font-semibold text-sub">Step</span>
          {route.zones.map((z) => (
            <span key={z.id} className="condensed text-center text-lane leading-tight text-sub">
              {z.name}
            </span>
          ))}
          <span className="condensed text-right text-lane text-sub">hands-on</span>
        </div>
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
          <SortableContext items={keys} strategy={verticalListSortingStrategy}>
            <ol aria-label="Route">
              {route.steps.map((s, i) => (
                <GridRow
                  key={s.key}
                  step={s}
                  number={i + 1}
                  route={route}
                  columns={columns}
                  isFixed={happened.has(s.key)}
                  hasConflict={conflicts.some((c) => c.step === s.key)}
                  isSelected={selected === s.key}
                  onSelect={() => onSelect(s.key)}
                />
              ))}
            </ol>
          </SortableContext>
        </DndContext>
      </div>
    </div>
  );
}

type RowProps = {
  readonly step: RouteStep;
  readonly number: number;
  readonly route: Route;
  readonly columns: string;
  readonly isFixed: boolean;
  readonly hasConflict: boolean;
  readonly isSelected: boolean;
  readonly onSelect: () => void;
};

function GridRow({ step, number, route, columns, isFixed, hasConflict, isSelected, onSelect }: RowProps) {
  const products = useProducts();
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({
    id: step.key,
    disabled: isFixed,
  });
  const wait = waitBefore(
    step,
    route.steps,
    (product, stage) => products.get(product)?.stages_minutes[stage as Stage] ?? 0,
  );
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      className={isDragging ? 'relative z-10 bg-raised' : ''}
      data-testid={`row-${step.key}`}
    >
      {wait && <WaitLine {...wait} />}
      <div
        className={`grid items-stretch gap-x-1 border-b border-line ${isSelected ? 'bg-sunk shadow-[inset_3px_0_0_var(--m-ink)]' : 'hover:bg-sunk'}`}
        style={{ gridTemplateColumns: columns }}
      >
        {isFixed ? (
          <span className="flex items-center justify-center text-verdigris-text">
            <Check size={14} aria-label="begun or done" />
          </span>
        ) : (
          <button
            ref={setActivatorNodeRef}
            type="button"
            {...attributes}
            {...listeners}
            aria-label={`Move ${step.title}`}
            className="flex cursor-grab touch-none items-center justify-center text-sub"
          >
            <GripVertical size={15} />
          </button>
        )}
        <button
          type="button"
          aria-pressed={isSelected}
          onClick={onSelect}
          className="flex cursor-pointer items-center gap-1.5 py-1.5 text-left text-table"
        >
          <span className="w-5 shrink-0 text-lane text-sub">{number}</span>
          <span className={isFixed ? 'text-sub' : 'font-semibold'}>{step.title}</span>
          <AuthorityMark authority={step.authority} />
          {hasConflict && (
            <TriangleAlert size={14} className="shrink-0 text-oxide-text" aria-label="does not go together" />
          )}
        </button>
        {route.zones.map((z) => (
          <Cell key={z.id} step={step} isOn={step.zones.includes(z.id)} />
        ))}
        <span className="condensed self-center text-right text-table text-sub">
          {step.hands === 0 ? 'waits' : sayLength(step.work_minutes)}
          {step.hands === 2 ? ' ×2' : ''}
        </span>
      </div>
    </li>
  );
}

function Cell({ step, isOn }: { readonly step: RouteStep; readonly isOn: boolean }) {
  if (!isOn) return <span className="my-0.5 border-l border-line" />;
  if (step.coat === null)
    return (
      <span className="flex items-center justify-center">
        <span className={step.hands === 0 ? 'h-0.5 w-full bg-brass' : 'h-1.5 w-3 bg-keyline'} />
      </span>
    );
  const fill =
    step.coat === 'clear' || step.coat === 'wax'
      ? 'repeating-linear-gradient(45deg, var(--m-keyline) 0 1px, var(--m-raised) 1px 5px)'
      : (step.colour ?? 'var(--m-line)');
  return <span className="my-1 border border-keyline" style={{ background: fill }} />;
}

function WaitLine({
  minutes,
  words,
  max,
}: {
  readonly minutes: number;
  readonly words: string;
  readonly max: number | null;
}) {
  const lines = Math.min(14, 2 + Math.round(Math.log2(1 + minutes / 20)));
  return (
    <p className="condensed flex items-center gap-2 py-0.5 pl-12 text-lane text-sub">
      <svg width={lines * 5} height="10" aria-hidden="true">
        {Array.from({ length: lines }, (_, i) => (
          <path key={String(i)} d={`M${i * (3 + i * 0.15) + 1} 1v8`} stroke="var(--m-keyline)" strokeWidth="1" />
        ))}
      </svg>
      <span>
        {words} {sayLength(minutes)}
        {max !== null && <strong className="text-brass-text">, within {sayLength(max)}</strong>}
      </span>
    </p>
  );
}

const AUTHORITY_WORDS = {
  published: 'published',
  'common practice': 'common practice',
  'house rule': 'house rule',
  own: 'yours',
} as const;
function AuthorityMark({ authority }: { readonly authority: RouteStep['authority'] }) {
  const Icon = { published: BookOpen, 'house rule': Home, own: UserPen, 'common practice': null }[authority];
  return Icon && <Icon size={12} className="shrink-0 text-sub" aria-label={AUTHORITY_WORDS[authority]} />;
}

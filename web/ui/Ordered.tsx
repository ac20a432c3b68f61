import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { Announcements, DragEndEvent, UniqueIdentifier } from '@dnd-kit/core';
import {
  arrayMove,
  rectSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { IconGripVertical } from '@tabler/icons-react';
import { Fragment, useRef } from 'react';
import type { CSSProperties, ReactNode } from 'react';
import { say } from '../words/en/ui.ts';
import classes from './Ordered.module.css';

/** What an item's element needs, so that it can be moved. */
export interface OrderedPlace {
  readonly ref: (element: HTMLElement | null) => void;
  readonly style: CSSProperties;
  readonly 'data-moving': boolean;
}

interface OrderedProps<T> {
  readonly items: readonly T[];
  readonly idOf: (item: T) => string;
  /** What an item is called, as its handle and what is said of its way name it. */
  readonly nameOf: (item: T) => string;
  readonly onOrder: (items: T[]) => void;
  readonly fixed?: boolean;
  /** Draws one item: its place on the outermost element, the handle where it is taken hold of. */
  readonly children: (item: T, n: number, place: OrderedPlace, handle: ReactNode) => ReactNode;
}

/** The pointer goes this far before something is moved: a press on it is not a move. */
const STARTS_AFTER_PX = 4;

const HOW = say.pressSpaceToTakeHold;

/** Items in an order of one's own: each is taken by its handle and moved, by pointer, by touch or by keys. */
export function Ordered<T>(props: OrderedProps<T>) {
  const { items, fixed = false, idOf, children } = props;
  // Where there is no other place nothing is to be taken hold of, or said.
  if (fixed || items.length < 2)
    return items.map((item, n) => <Fragment key={idOf(item)}>{children(item, n, STILL, null)}</Fragment>);
  return <Movable {...props} />;
}

const STILL: OrderedPlace = { ref: () => undefined, style: {}, 'data-moving': false };

function Movable<T>({ items, idOf, nameOf, onOrder, children }: OrderedProps<T>) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: STARTS_AFTER_PX } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = items.map(idOf);
  const placeOf = (id: UniqueIdentifier): number => ids.indexOf(String(id));
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    const [from, to] = [placeOf(active.id), over ? placeOf(over.id) : -1];
    if (from >= 0 && to >= 0 && from !== to) onOrder(arrayMove([...items], from, to));
  };
  const called = (id: UniqueIdentifier): string => {
    const item = items[placeOf(id)];
    return item === undefined ? '' : nameOf(item);
  };
  // Over its own place at once when it is taken hold of: said again, that would take the first words' place.
  const lastSaid = useRef(-1);
  const announcements: Announcements = {
    onDragStart: ({ active }) => {
      lastSaid.current = placeOf(active.id);
      return say.isTakenHoldOf(called(active.id));
    },
    onDragOver: ({ active, over }) => {
      if (!over || placeOf(over.id) === lastSaid.current) return undefined;
      lastSaid.current = placeOf(over.id);
      return say.isAtPlaceOf(called(active.id), lastSaid.current + 1, items.length);
    },
    onDragEnd: ({ active, over }) =>
      over
        ? say.isPutDownAtPlace(called(active.id), placeOf(over.id) + 1)
        : say.isWhereItWas(called(active.id)),
    onDragCancel: ({ active }) => say.isWhereItWas(called(active.id)),
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      accessibility={{ announcements, screenReaderInstructions: { draggable: HOW } }}
    >
      <SortableContext items={ids} strategy={rectSortingStrategy}>
        {items.map((item, n) => (
          <Item key={ids[n]} id={idOf(item)} name={nameOf(item)}>
            {(place, handle) => children(item, n, place, handle)}
          </Item>
        ))}
      </SortableContext>
    </DndContext>
  );
}

interface ItemProps {
  readonly id: string;
  readonly name: string;
  readonly children: (place: OrderedPlace, handle: ReactNode) => ReactNode;
}

function Item({ id, name, children }: ItemProps) {
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition, isDragging } =
    useSortable({ id });
  const place: OrderedPlace = {
    ref: setNodeRef,
    style: transform
      ? {
          transform: `translate3d(${Math.round(transform.x)}px, ${Math.round(transform.y)}px, 0)`,
          transition,
        }
      : {},
    'data-moving': isDragging,
  };
  const handle = (
    <button
      type="button"
      className={classes.handle}
      ref={setActivatorNodeRef}
      aria-label={say.move(name)}
      aria-describedby={attributes['aria-describedby']}
      {...listeners}
    >
      <IconGripVertical size={14} aria-hidden="true" />
    </button>
  );
  return children(place, handle);
}

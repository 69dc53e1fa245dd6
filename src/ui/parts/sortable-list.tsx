"use client";

import {
  closestCenter,
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from "@dnd-kit/core";
import { SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical } from "lucide-react";
import { useId, useState, type KeyboardEvent, type ReactNode } from "react";
import { classNames } from "../class-names";

interface Props {
  readonly label: string;
  readonly entries: readonly SortableEntry[];
  /** Brings the entry at one place to another. */
  readonly onMove: (from: number, to: number) => void;
  readonly mayMove: boolean;
  readonly className?: string;
}

export interface SortableEntry {
  readonly key: string;
  /** What the entry is called when it is moved. */
  readonly name: string;
  readonly content: ReactNode;
  readonly className?: string | undefined;
}

/** A list whose entries are brought into order: by dragging the handle, or by the arrows while the handle has the focus. */
export function SortableList({ label, entries, onMove, mayMove, className }: Props) {
  const id = useId();
  const [told, setTold] = useState("");
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const move = (from: number, to: number) => {
    const name = entries[from]?.name;
    if (name === undefined || to < 0 || to >= entries.length || from === to) return;
    setTold(`${name} is number ${to + 1} of ${entries.length} now.`);
    onMove(from, to);
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const at = (key: unknown) => entries.findIndex((entry) => entry.key === key);
    if (over) move(at(active.id), at(over.id));
  };
  return (
    <DndContext id={id} sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext items={entries.map(({ key }) => key)} strategy={verticalListSortingStrategy}>
        <ol aria-label={label} className={className}>
          {entries.map((entry, i) => (
            <SortableItem
              key={entry.key}
              entry={entry}
              mayMove={mayMove && entries.length > 1}
              onStep={(by) => move(i, i + by)}
            />
          ))}
        </ol>
      </SortableContext>
      <p aria-live="polite" className="sr-only">
        {told}
      </p>
    </DndContext>
  );
}

function SortableItem({
  entry,
  mayMove,
  onStep,
}: {
  readonly entry: SortableEntry;
  readonly mayMove: boolean;
  readonly onStep: (by: number) => void;
}) {
  const { setNodeRef, setActivatorNodeRef, listeners, transform, transition, isDragging } = useSortable({
    id: entry.key,
    disabled: !mayMove,
  });
  const onKeyDown = (event: KeyboardEvent) => {
    const by = event.key === "ArrowUp" ? -1 : event.key === "ArrowDown" ? 1 : 0;
    if (by === 0 || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    onStep(by);
  };
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={classNames(
        "flex items-start",
        isDragging && "relative z-10 bg-sheet shadow-lg",
        entry.className,
      )}
    >
      <div className="min-w-0 flex-1">{entry.content}</div>
      {mayMove && (
        <button
          type="button"
          ref={setActivatorNodeRef}
          {...listeners}
          onKeyDown={onKeyDown}
          aria-label={`Move ${entry.name}: arrow up or down`}
          title="Drag it, or move it with ↑ and ↓"
          className="shrink-0 cursor-grab touch-none rounded-sm p-1.5 text-faint hover:bg-well hover:text-ink"
        >
          <GripVertical size={14} aria-hidden />
        </button>
      )}
    </li>
  );
}

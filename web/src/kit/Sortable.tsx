import { t } from "@yule/core";
import { Box, Button } from "@chakra-ui/react";
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors, type DragEndEvent } from "@dnd-kit/core";
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical } from "lucide-react";
import type { ReactNode } from "react";

/** Things that are put in order: pulled by their grip, or moved by space and arrows on it. */
export function Sortable({ ids, onMove, children }: { ids: readonly string[]; onMove: (from: number, to: number) => void; children: ReactNode }) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }), useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }));
  const drop = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    onMove(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** One of them. @param children is given the grip to put where it belongs */
export function SortableItem({ id, name, children }: { id: string; name: string; children: (grip: ReactNode) => ReactNode }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id });
  const grip = (
    <Button
      ref={setActivatorNodeRef}
      variant="ghost"
      minWidth="32px"
      paddingInline="0"
      color="softInk"
      cursor={isDragging ? "grabbing" : "grab"}
      touchAction="none"
      {...attributes}
      {...listeners}
      aria-label={t`Move ${name}`}
    >
      <GripVertical size={20} aria-hidden />
    </Button>
  );
  return (
    <Box
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
      position="relative"
      zIndex={isDragging ? 2 : undefined}
      bg={isDragging ? "paper" : undefined}
    >
      {children(grip)}
    </Box>
  );
}

/** A list with one of its things moved. */
export function moved<T>(list: readonly T[], from: number, to: number): T[] {
  const next = [...list];
  const [taken] = next.splice(from, 1);
  if (taken !== undefined) next.splice(to, 0, taken);
  return next;
}

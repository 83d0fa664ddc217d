import {
  type CollisionDetection,
  type DragEndEvent,
  type DragMoveEvent,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  rectIntersection,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { type Job, type Logbook, dateIn, instantAt, minutesOfDay, plusDays, timeIn, timeOfDay } from '@calvik/core';
import type { Unplanned } from '@calvik/core/run-up';
import type { BoardRow } from './timeline-block';
import { newVisitOn } from './unplanned';

/** The clock of the board, minutes since midnight, and how fine a job is put on it. */
export const FROM = 7 * 60;
export const TO = 19 * 60;
const SNAP = 15;
/** Pixels. */
export const ROW = 84;
export const LABEL = 132;

/** How a board is laid out: days across, or the clock of one day. */
export interface Layout {
  isWeek: boolean;
  perMinute: number;
  column: number;
}

/** What can be dropped on: a row's day, or an edge of the board that leads so many days on. */
type Target = { row: BoardRow; day: string } | { shiftDays: number };
export const EDGE = 'edge';

/** An edge of the board goes before what lies under it. */
export const collide: CollisionDetection = (args) => {
  const isEdge = ({ id }: { id: string | number }): boolean => String(id).startsWith(EDGE);
  const edge = pointerWithin(args).find(isEdge);
  return edge
    ? [edge]
    : rectIntersection({ ...args, droppableContainers: args.droppableContainers.filter((c) => !isEdge(c)) });
};

/** By the mouse or a finger; by keyboard with space, arrows and space. */
export function useBoardSensors({ isWeek, perMinute, column }: Layout) {
  return useSensors(
    // A click is not a drag yet.
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, {
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
      coordinateGetter: (event, { currentCoordinates: at, context: { over, collisionRect } }) => {
        const across = isWeek ? column : SNAP * perMinute;
        // A row is as high as its lanes: up and down is to the next one.
        const up = over && collisionRect ? collisionRect.bottom - over.rect.top + 4 : ROW;
        const down = over && collisionRect ? over.rect.bottom - collisionRect.top + 4 : ROW;
        const steps: Record<string, [number, number]> = {
          ArrowLeft: [-across, 0],
          ArrowRight: [across, 0],
          ArrowUp: [0, -up],
          ArrowDown: [0, down],
        };
        const found = steps[event.code];
        if (!found) return undefined;
        event.preventDefault();
        return { x: at.x + found[0], y: at.y + found[1] };
      },
    }),
  );
}

/** Where a dragged job would stand; null where it stays, or is over nothing. */
export function wantedPlace(
  event: DragMoveEvent | DragEndEvent,
  { isWeek, perMinute }: Layout,
  { logbook, rows, today }: { logbook: Logbook; rows: readonly BoardRow[]; today: string },
): { from: Job; to: Job } | null {
  const { timeZone } = logbook.shop;
  const dragged = event.active.data.current as { job: Job; row: BoardRow } | { work: Unplanned } | undefined;
  if (!dragged) return null;
  const over = (event.over?.data.current ?? null) as Target | null;
  const target = over && 'row' in over ? over : null;
  if ('work' in dragged) {
    if (!target) return null;
    const crewId = target.row.by === 'crew' ? target.row.id : (rows.find((r) => r.by === 'crew')?.id ?? null);
    const first = crewId ?? [...logbook.crew.values()].find((m) => !m.archived)?.id;
    if (!first) return null;
    const visit = newVisitOn(logbook, dragged.work, first, target.day, today);
    const left = event.active.rect.current.translated?.left;
    const box = event.over?.rect;
    // On the day it stands where it was dropped; in the week at the first time that fits.
    const dropped =
      isWeek || left === undefined || !box
        ? visit.startAt
        : instantAt(
            target.day,
            timeOfDay(
              Math.min(TO - SNAP, Math.max(FROM, FROM + Math.round((left - box.left) / perMinute / SNAP) * SNAP)),
            ),
            timeZone,
          );
    const made = {
      ...visit,
      startAt: dropped,
      liftId: target.row.by === 'lift' ? target.row.id || null : visit.liftId,
    };
    return { from: made, to: made };
  }
  const { job, row } = dragged;
  const fromDay = dateIn(job.startAt, timeZone);
  const fromMinutes = minutesOfDay(timeIn(job.startAt, timeZone));
  if (over && 'shiftDays' in over) {
    const startAt = instantAt(plusDays(fromDay, over.shiftDays), timeIn(job.startAt, timeZone), timeZone);
    return { from: job, to: { ...job, startAt, isPinned: true } };
  }
  const rowTo = target?.row ?? row;
  const day = isWeek ? (target?.day ?? fromDay) : fromDay;
  const shift = isWeek ? 0 : Math.round(event.delta.x / perMinute / SNAP) * SNAP;
  const minutes = Math.min(TO - SNAP, Math.max(FROM, fromMinutes + shift));
  const place =
    rowTo.by === 'crew'
      ? { crewId: rowTo.id, helperId: job.helperId === rowTo.id ? job.crewId : job.helperId }
      : { liftId: rowTo.id || null };
  const to: Job = { ...job, ...place, startAt: instantAt(day, timeOfDay(minutes), timeZone), isPinned: true };
  const isSame = to.startAt === job.startAt && to.crewId === job.crewId && to.liftId === job.liftId;
  return isSame ? null : { from: job, to };
}

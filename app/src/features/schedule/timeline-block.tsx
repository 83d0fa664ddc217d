import { useDraggable } from '@dnd-kit/core';
import type { CSSProperties } from 'react';
import { StyleSheet } from 'react-native';
import { type Job, isDone, timeIn } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { Text } from '../../ui/text';
import { carOf, handsOf, workOf } from './job-words';

/** A row of the board: a person or a lift. */
export interface BoardRow {
  id: string;
  name: string;
  by: 'crew' | 'lift';
}

/** Less room than this beside a short job is no room for its name. */
const BESIDE = 76;

/** One job to drag; by keyboard with space, arrows and space. A click opens it. */
export function Block({
  job,
  row,
  style,
  onOpen,
  broken,
  room,
  proposed,
}: {
  job: Job;
  row: BoardRow;
  style: CSSProperties;
  onOpen: () => void;
  /** What no longer fits about it, the first of it in words; null where all does. */
  broken: string | null;
  /** Free pixels from its left edge to the next one. */
  room: number;
  /** Of a plan that nobody has taken yet: where it stood before, or that it is new; null of a job that is planned. */
  proposed: string | null;
}) {
  const isBroken = broken !== null;
  const t = useTokens();
  const logbook = useLogbook();
  const done = isDone(logbook, job);
  const isHelping = row.by === 'crew' && job.helperId === row.id;
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: `${job.id} ${row.id}`,
    data: { job, row },
    disabled: done || isHelping || proposed !== null,
  });
  const time = timeIn(job.startAt, logbook.shop.timeZone);
  // Half an hour has room for a name and no more.
  const isNarrow = typeof style.width === 'number' && style.width < 80 && room - style.width >= BESIDE;
  // A name is worth a second line where there is little room; what is done then has one.
  const isTight = typeof style.width === 'number' && style.width < 150;
  return (
    <div
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      role="button"
      aria-label={`${carOf(logbook, job)}, ${time}: ${workOf(logbook, job)}${proposed ? `. ${proposed}` : ''}${broken ? `. ${broken}` : ''}`}
      title={`${time} ${carOf(logbook, job)}: ${workOf(logbook, job)}`}
      data-testid={`block-${job.id}`}
      onClick={onOpen}
      onKeyDown={(event) => {
        // Space takes it up, Enter opens it.
        if (event.key !== 'Enter' || isDragging) return listeners?.['onKeyDown']?.(event);
        event.preventDefault();
        onOpen();
      }}
      style={{
        ...style,
        boxSizing: 'border-box',
        overflow: isNarrow ? 'visible' : 'hidden',
        cursor: done || isHelping || proposed ? 'default' : 'grab',
        touchAction: 'none',
        border: `${isBroken ? 2 : 1}px ${isHelping || proposed ? 'dashed' : 'solid'} ${isBroken ? t.amber : t.iron}`,
        borderLeftWidth: isHelping || proposed ? 1 : 4,
        borderRadius: 3,
        background: isDragging || proposed ? t.ironWash : done ? t.paper : t.sheet,
        padding: isNarrow ? '3px 3px' : '3px 6px',
        opacity: isDragging ? 0.92 : 1,
        zIndex: isDragging ? 10 : 1,
        transform: transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : undefined,
      }}
    >
      {isNarrow ? (
        // A short job has its name beside it, as far as there is room.
        <div
          style={{
            position: 'absolute',
            left: '100%',
            marginLeft: 3,
            top: 2,
            width: Math.max(48, Math.min(190, room - (style.width as number) - 6)),
            pointerEvents: 'none',
          }}
        >
          <Text as="small" tone={done ? 'inkSoft' : 'ink'} numberOfLines={2} style={styles.blockName}>
            {`${time} ${carOf(logbook, job)}`}
          </Text>
          <Text as="small" tone={isBroken ? 'amber' : 'ink'} numberOfLines={2} style={styles.blockText}>
            {broken ?? proposed ?? (isHelping ? 'helping' : workOf(logbook, job))}
          </Text>
        </div>
      ) : (
        <Text as="small" tone={done ? 'inkSoft' : 'ink'} numberOfLines={isTight ? 2 : 1} style={styles.blockName}>
          {`${time} ${carOf(logbook, job)}`}
        </Text>
      )}
      {isNarrow ? null : (
        <Text as="small" numberOfLines={isTight ? 1 : 2} style={styles.blockText}>
          {isHelping ? 'helping' : workOf(logbook, job)}
        </Text>
      )}
      {isNarrow || broken === null ? null : (
        <Text as="small" tone="amber" numberOfLines={1} style={styles.blockText}>
          {broken}
        </Text>
      )}
      {!isNarrow && !isTight && (proposed !== null || row.by === 'lift' || job.isPinned || job.helperId) ? (
        <Text as="small" numberOfLines={1} style={styles.blockText}>
          {[proposed, row.by === 'lift' || job.helperId ? handsOf(logbook, job) : '', job.isPinned ? 'pinned' : '']
            .filter(Boolean)
            .join(', ')}
        </Text>
      ) : null}
    </div>
  );
}

const styles = StyleSheet.create({
  blockName: { fontFamily: 'Barlow_600SemiBold' },
  blockText: { fontSize: 13, lineHeight: 16 },
});

import { useDraggable } from '@dnd-kit/core';
import type { CSSProperties } from 'react';
import { StyleSheet } from 'react-native';
import { type Job, isDone, timeIn } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { Text } from '../../ui/text';
import { carOf, handsOf, workOf } from '../../records/job-words';

/** A row of the board: a person or a lift. */
export interface BoardRow {
  id: string;
  name: string;
  by: 'crew' | 'lift';
}

/** A block lower than this has room for two lines, px. */
const LOW = 60;
/** A block narrower than this has its words beside it, in so much room, px. */
export const NARROW = 80;
export const BESIDE = 150;

/** One job to drag; by keyboard with space, arrows and space. A click opens it. */
export function Block({
  job,
  row,
  style,
  onOpen,
  broken,
  label,
  proposed,
}: {
  job: Job;
  row: BoardRow;
  style: CSSProperties;
  onOpen: () => void;
  /** What no longer fits about it, the first of it in words; null where all does. */
  broken: string | null;
  /** Where its words stand when it is too short for them, and how wide they may be; null: in it. */
  label: { side: 'left' | 'right'; width: number } | null;
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
  const isNarrow = label !== null;
  // A name is worth a second line where there is little room; what is done then has one.
  const isTight = typeof style.width === 'number' && style.width < 150;
  // In a lane there is room for two lines in all.
  const isLow = typeof style.height === 'number' && style.height < LOW;
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
        display: 'flex',
        flexDirection: 'column',
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
      {label ? (
        // A short job has its name beside it, as far as there is room.
        <div
          style={{
            position: 'absolute',
            [label.side === 'right' ? 'left' : 'right']: '100%',
            margin: '0 3px',
            top: 2,
            width: label.width,
            display: 'flex',
            flexDirection: 'column',
            textAlign: label.side === 'right' ? 'left' : 'right',
            pointerEvents: 'none',
          }}
        >
          <Text as="small" tone={done ? 'inkSoft' : 'ink'} numberOfLines={1} style={styles.blockName}>
            {`${time} ${carOf(logbook, job)}`}
          </Text>
          <Text as="small" tone={isBroken ? 'amber' : 'ink'} numberOfLines={1} style={styles.blockText}>
            {broken ?? proposed ?? (isHelping ? 'helping' : workOf(logbook, job))}
          </Text>
        </div>
      ) : (
        <Text
          as="small"
          tone={done ? 'inkSoft' : 'ink'}
          numberOfLines={isTight && !isLow ? 2 : 1}
          style={styles.blockName}
        >
          {`${time} ${carOf(logbook, job)}`}
        </Text>
      )}
      {isNarrow || (isLow && broken !== null) ? null : (
        <Text as="small" numberOfLines={isTight || isLow ? 1 : 2} style={styles.blockText}>
          {isHelping ? 'helping' : workOf(logbook, job)}
        </Text>
      )}
      {isNarrow || broken === null ? null : (
        <Text as="small" tone="amber" numberOfLines={1} style={styles.blockText}>
          {broken}
        </Text>
      )}
      {!isNarrow && !isTight && !isLow && (proposed !== null || row.by === 'lift' || job.isPinned || job.helperId) ? (
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

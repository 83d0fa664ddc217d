import {
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { type Instant, type Logbook, type TrackEvent, dateIn, instantAt, timeIn } from '@calvik/core';
import { type QueueAt, type QueueLine, awayAt, crewAt, queueName } from '@calvik/core/queue';
import { sessionsOfDay } from '@calvik/core/sessions';
import { wantsText } from '@calvik/words/queue';
import { routes } from '../../routes';
import { useLogbook } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { onArrows } from '../../ui/arrow-keys';
import { Section } from '../../ui/screen';
import { Text } from '../../ui/text';

/** Pixels. */
const LABEL = 92;
const ROW = 84;
const BAR = 30;
const LABEL_LANE = 22;
const LANE = 26;
const LEAST = 4;
/** So much is drawn at least, min, and what a key moves a bar by. */
const LEAST_MIN = 180;
const STEP_MIN = 15;

interface Scale {
  from: number;
  perMinute: number;
}
const minutesAt = (instant: Instant): number => Date.parse(instant) / 60_000;
const left = (s: Scale, instant: Instant): number => (minutesAt(instant) - s.from) * s.perMinute;

/** The afternoon as a drawing: hands as rows, cars as bars whose uncertain end fades, sessions as marks. */
export function Afternoon({
  event,
  at,
  onMove,
}: {
  event: TrackEvent;
  at: QueueAt;
  /** A car was dragged before another; null: to the end. */
  onMove: (entryId: string, beforeId: string | null) => void;
}) {
  const t = useTokens();
  const logbook = useLogbook();
  const [width, setWidth] = useState(640);
  const { timeZone } = logbook.shop;
  const planned = at.lines.filter((l) => l.plan?.from && l.plan.to && l.plan.handId);
  const today = dateIn(at.now, timeZone);
  const shown = planned.filter((l) => dateIn(l.plan!.from!, timeZone) === today);
  const later = planned.length - shown.length;
  const last = Math.max(
    minutesAt(at.now) + LEAST_MIN,
    ...shown.map((l) => minutesAt(l.plan!.latest ?? l.plan!.to!) + 10),
  );
  const scale: Scale = { from: minutesAt(at.now) - 20, perMinute: (width - LABEL) / (last - minutesAt(at.now) + 20) };
  const sessions = sessionsOfDay(event, today, null)
    .map((s) => ({ ...s, at: instantAt(today, s.from, timeZone) }))
    .filter((s) => minutesAt(s.at) + s.minutes > scale.from && minutesAt(s.at) < last);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, {
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
      coordinateGetter: (e, { currentCoordinates: c }) => {
        const by = { ArrowLeft: -1, ArrowRight: 1 }[e.code];
        if (by === undefined) return undefined;
        e.preventDefault();
        return { ...c, x: c.x + by * STEP_MIN * scale.perMinute };
      },
    }),
  );
  const ended = ({ active, delta }: DragEndEvent): void => {
    const line = shown.find((l) => l.state.entry.id === active.id);
    if (!line || Math.abs(delta.x) < 2) return;
    const dropped = minutesAt(line.plan!.from!) + delta.x / scale.perMinute;
    const others = at.lines.filter((l) => l.state.status !== 'inHand' && l !== line);
    onMove(
      line.state.entry.id,
      others.find((l) => !l.plan?.from || minutesAt(l.plan.from) > dropped)?.state.entry.id ?? null,
    );
  };
  const hours: Instant[] = [];
  for (let m = Math.ceil(scale.from / 30) * 30; m < last - 30 / scale.perMinute; m += 30)
    hours.push(new Date(m * 60_000).toISOString());
  const hands = crewAt(logbook, event);
  const rows = [
    ...hands.map((h) => ({ id: h.id, name: h.name })),
    ...[...new Set(shown.map((l) => l.plan!.handId!))]
      .filter((id) => !hands.some((h) => h.id === id))
      .map((id) => ({ id, name: logbook.crew.get(id)?.name ?? 'Somebody' })),
  ];
  return (
    <Section title="This afternoon">
      <View onLayout={(e) => setWidth(e.nativeEvent.layout.width)} {...onArrows} testID="afternoon">
        <DndContext sensors={sensors} onDragEnd={ended} autoScroll={false}>
          <div style={{ position: 'relative' }}>
            <div style={{ position: 'relative', height: 22, marginLeft: LABEL, borderBottom: `1.5px solid ${t.ink}` }}>
              {hours.map((h) => (
                <div key={h} style={{ position: 'absolute', left: left(scale, h) }}>
                  <Text as="unit">{timeIn(h, timeZone)}</Text>
                </div>
              ))}
            </div>
            <div style={{ position: 'relative', height: LANE, marginLeft: LABEL }}>
              {sessions.map((s) => (
                <div
                  key={`${s.from}${s.group}`}
                  title={`Session ${s.from}${s.group ? `, group ${s.group}` : ''}`}
                  style={{
                    position: 'absolute',
                    left: Math.max(0, left(scale, s.at)),
                    width: s.minutes * scale.perMinute + Math.min(0, left(scale, s.at)),
                    top: 3,
                    height: LANE - 6,
                    border: `1px solid ${t.inkSoft}`,
                    boxSizing: 'border-box',
                    overflow: 'hidden',
                    textAlign: 'center',
                  }}
                >
                  <Text as="label" numberOfLines={1}>
                    {s.group || 'all'}
                  </Text>
                </div>
              ))}
              <div style={{ position: 'absolute', left: -LABEL, top: 3 }}>
                <Text as="label">On track</Text>
              </div>
            </div>
            {rows.map((row) => (
              <div
                key={row.id}
                style={{ position: 'relative', height: ROW, borderTop: `1px solid ${t.rule}`, paddingLeft: LABEL }}
              >
                <div style={{ position: 'absolute', left: 0, top: 6, width: LABEL - 8 }}>
                  <Text as="strong" numberOfLines={2}>
                    {row.name}
                  </Text>
                </div>
                {awayAt(logbook, event.id)
                  .filter((a) => a.crewId === row.id && minutesAt(a.until) > scale.from)
                  .map((a) => (
                    <div
                      key={a.id}
                      title={`${row.name} is away`}
                      style={{
                        position: 'absolute',
                        left: LABEL + Math.max(0, left(scale, a.from)),
                        width: left(scale, a.until) - Math.max(0, left(scale, a.from)),
                        top: 0,
                        bottom: 0,
                        background: `repeating-linear-gradient(135deg, ${t.rule} 0 2px, transparent 2px 9px)`,
                      }}
                    />
                  ))}
                {shown
                  .filter((l) => l.plan!.handId === row.id)
                  .map((l, i) => (
                    <Bar key={l.state.entry.id} line={l} event={event} scale={scale} logbook={logbook} lane={i % 2} />
                  ))}
              </div>
            ))}
            <div
              style={{
                position: 'absolute',
                left: LABEL + left(scale, at.now),
                top: 22,
                bottom: 0,
                borderLeft: `2px solid ${t.ink}`,
                pointerEvents: 'none',
              }}
            />
          </div>
        </DndContext>
      </View>
      <Text as="small">
        {`Drag a bar to put it earlier or later; or Tab to it, Space, arrows, Space. A fading end: done by then nine times in ten.${later > 0 ? ` ${later} more in the morning.` : ''}`}
      </Text>
    </Section>
  );
}

function Bar({
  line,
  event,
  scale,
  logbook,
  lane,
}: {
  line: QueueLine;
  event: TrackEvent;
  scale: Scale;
  logbook: Logbook;
  /** Under the bar its name stands in one of two lines, so that short bars can be read. */
  lane: number;
}) {
  const t = useTokens();
  const router = useRouter();
  const { state, plan } = line;
  const isInHand = state.status === 'inHand';
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: state.entry.id,
    disabled: isInHand,
  });
  const { timeZone } = logbook.shop;
  const open = (): void => router.push(routes.queueEntry(event.id, state.entry.id));
  const name = queueName(logbook, state.entry);
  const from = left(scale, plan!.from!);
  const solid = Math.max(LEAST, left(scale, plan!.to!) - from);
  const whole = Math.max(solid, left(scale, plan!.latest ?? plan!.to!) - from);
  const trouble = line.findings.some((f) => f.code === 'promiseBroken' || f.code === 'promiseMoved');
  const edge = trouble ? t.amber : t.iron;
  const promise = state.promise?.outcome === 'open' ? state.promise.backBy : null;
  return (
    <>
      <div
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        role="button"
        aria-label={`${name}, ${timeIn(plan!.from!, timeZone)} to ${timeIn(plan!.to!, timeZone)}: ${wantsText(state.wants)}`}
        data-testid={`bar-${state.entry.id}`}
        onClick={open}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' || isDragging) return listeners?.['onKeyDown']?.(e);
          e.preventDefault();
          open();
        }}
        style={{
          position: 'absolute',
          left: LABEL + from,
          width: whole,
          top: 6,
          height: BAR,
          boxSizing: 'border-box',
          borderLeft: `4px solid ${edge}`,
          borderTop: `1px solid ${edge}`,
          borderBottom: `1px solid ${edge}`,
          background: `linear-gradient(90deg, ${isInHand ? t.ironWash : t.sheet} 0 ${(solid / whole) * 100}%, transparent 100%)`,
          cursor: isInHand ? 'default' : 'grab',
          touchAction: 'none',
          zIndex: isDragging ? 10 : 1,
          transform: transform ? `translate3d(${transform.x}px, 0, 0)` : undefined,
        }}
      />
      <div
        style={{
          position: 'absolute',
          left: LABEL + from + 4,
          top: 6 + BAR + lane * LABEL_LANE,
          maxWidth: 170,
          pointerEvents: 'none',
          background: t.paper,
          paddingRight: 4,
          zIndex: 3,
          display: 'flex',
        }}
      >
        <Text as="small" tone="ink" numberOfLines={1}>
          {name}
        </Text>
      </div>
      {promise ? (
        <div
          title={`Promised ${timeIn(promise, timeZone)}`}
          style={{
            position: 'absolute',
            left: LABEL + left(scale, promise),
            top: 2,
            height: BAR + 8,
            borderLeft: `2px dashed ${edge}`,
            pointerEvents: 'none',
            zIndex: 2,
          }}
        />
      ) : null}
    </>
  );
}

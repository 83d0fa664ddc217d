import { DndContext, type DragEndEvent, PointerSensor, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { carLabel, dateSpan, plusDays, shortDate, weekdayOf } from '@calvik/core';
import { type PersonDay, type Unplanned, type WeekDay, unplannedWork, weekDays } from '@calvik/core/run-up';
import { counted, loadUpHour, workName } from '@calvik/words';
import { goodsName } from '@calvik/words/work';
import { useLogbook, useToday } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { useTokens } from '../../theme/use-tokens';
import { onGridArrows } from '../../ui/arrow-keys';
import { onEnter } from '../../ui/keyboard';
import { IconButton, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { openPdf } from '../../files/open-file';
import { routes } from '../../routes';
import { hoursAndMinutes } from '../work/use-work';
import { AnotherLookBanner } from './another-look-banner';
import { Asked } from './asked';
import { FilterBar, noFilters, showsUnplanned } from './board-filters';
import { UnplannedChip, newVisitOn, spokenDrags } from './unplanned';
import { useMove } from './use-move';

const WEEKS = 5;
const letters = ['M', 'T', 'W', 'T', 'F', 'S', 'S'];

/** Five weeks on one screen: events, load-ups, who is away, how full each day is, what is not planned, what has to be ordered. */
export function WeeksScreen() {
  const logbook = useLogbook();
  const today = useToday();
  const wide = useWide();
  const { system } = useUnits();
  const [from, setFrom] = useState(() => plusDays(today, -weekdayOf(today)));
  const [filters, setFilters] = useState(noFilters);
  const all = useMemo(() => weekDays(logbook, from, WEEKS * 7, today), [logbook, from, today]);
  const days = all.map((d) => ({
    ...d,
    people: d.people.filter((p) => filters.crewId === '' || p.member.id === filters.crewId),
    events: d.events.filter((e) => filters.eventId === '' || e.id === filters.eventId),
    loadUps: d.loadUps.filter((e) => filters.eventId === '' || e.id === filters.eventId),
  }));
  const mover = useMove();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const dropped = (event: DragEndEvent): void => {
    const { work } = (event.active.data.current ?? {}) as { work?: Unplanned };
    const at = event.over?.data.current as { crewId: string; day: string } | undefined;
    if (!work || !at) return;
    const job = newVisitOn(logbook, work, at.crewId, at.day, today);
    mover.move(job, job, `${carLabel(logbook, work.car.id)} planned`);
  };
  const unplanned = useMemo(
    () => unplannedWork(logbook, today).filter((u) => showsUnplanned(logbook, filters, u)),
    [logbook, today, filters],
  );
  return (
    <Screen
      title="Weeks"
      above={`${shortDate(from)} to ${shortDate(plusDays(from, WEEKS * 7 - 1))}`}
      back="/"
      maxWidth={wide ? 1900 : 720}
      actions={
        <>
          <IconButton
            icon="print"
            label="Print these weeks"
            onPress={() => openPdf(`weeks/${from}`, system, { weeks: String(WEEKS) })}
          />
          <IconButton icon="left" label="A week earlier" onPress={() => setFrom(plusDays(from, -7))} />
          <IconButton icon="right" label="A week later" onPress={() => setFrom(plusDays(from, 7))} />
        </>
      }
    >
      <AnotherLookBanner />
      <FilterBar filters={filters} onChange={setFilters} />
      {filters.isUnplannedOnly ? (
        <Tray unplanned={unplanned} />
      ) : wide ? (
        <DndContext sensors={sensors} accessibility={{ announcements: spokenDrags(logbook) }} onDragEnd={dropped}>
          <Grid days={days} />
          <Text as="small">Drag what is not planned onto a person and a day; or press Plan.</Text>
          <Tray unplanned={unplanned} />
        </DndContext>
      ) : (
        <>
          <WeekList days={days} />
          <Tray unplanned={unplanned} />
        </>
      )}
      <Asked mover={mover} />
      {mover.problem ? <Text tone="stop">{mover.problem}</Text> : null}
    </Screen>
  );
}

/** What nobody has planned, car by car. */
function Tray({ unplanned }: { unplanned: Unplanned[] }) {
  const router = useRouter();
  const logbook = useLogbook();
  const wide = useWide();
  return (
    <Section
      title={unplanned.length === 0 ? 'Everything is planned' : `Not planned, ${counted(unplanned.length, 'car')}`}
      aside={
        unplanned.length > 0 ? (
          <MainButton mode="text" onPress={() => router.push(routes.plan)}>
            Plan
          </MainButton>
        ) : undefined
      }
    >
      <View style={wide ? styles.columns : undefined}>
        {unplanned.map((u) => (
          <View key={u.bookingId} style={wide ? styles.third : null} testID="unplanned">
            {wide ? (
              <UnplannedChip work={u} onPress={() => router.push(routes.workList(u.event.id))} />
            ) : (
              <LinkRow
                label={`${carLabel(logbook, u.car.id)} for ${u.event.name}`}
                onPress={() => router.push(routes.workList(u.event.id))}
              >
                <View style={styles.row}>
                  <Text as="strong" style={styles.grow}>
                    {carLabel(logbook, u.car.id)}
                  </Text>
                  <Text as="unit">{hoursAndMinutes(u.minutes)}</Text>
                </View>
                <Text as="small">{`${u.event.name}, ${dateSpan(u.event.startDate, u.event.endDate)}`}</Text>
                <Text as="small" tone="ink">
                  {u.items.map((i) => workName(i.key, i.ownTitle)).join('; ')}
                </Text>
              </LinkRow>
            )}
          </View>
        ))}
      </View>
    </Section>
  );
}

/** Days across, people down; over them the events and what has to be ordered. */
function Grid({ days }: { days: WeekDay[] }) {
  const t = useTokens();
  const today = useToday();
  const router = useRouter();
  const people = days[0]?.people.map((p) => p.member) ?? [];
  const line = (day: WeekDay): object => ({
    borderLeftWidth: weekdayOf(day.date) === 0 ? 1.5 : StyleSheet.hairlineWidth,
    borderColor: weekdayOf(day.date) === 0 ? t.ink : t.rule,
    backgroundColor: day.date === today ? t.ironWash : 'transparent',
  });
  const open = (day: WeekDay): void => router.push(routes.boardOf(day.date));
  return (
    <View testID="weeks-grid" role="grid" aria-label="Days and people" {...onGridArrows}>
      <View style={styles.row} role="row">
        <View style={styles.label} />
        {days.map((d, i) => (
          <View key={d.date} role={'gridcell' as never} style={[styles.cell, line(d)]}>
            <Pressable
              role="link"
              aria-label={`Board of ${shortDate(d.date)}`}
              tabIndex={i === 0 ? 0 : -1}
              onPress={() => open(d)}
              {...onEnter(() => open(d))}
              style={styles.day}
            >
              <Text as="small" tone={d.date === today ? 'ink' : 'inkSoft'}>
                {letters[weekdayOf(d.date)]}
              </Text>
              <Text as="small" tone="ink">
                {String(Number(d.date.slice(8)))}
              </Text>
            </Pressable>
          </View>
        ))}
      </View>
      <View style={[styles.row, styles.events, { borderColor: t.ink }]} role="row">
        <View style={styles.label}>
          <Text as="label">Events</Text>
          <Text as="small">L load-up, O order by</Text>
        </View>
        {days.map((d, i) => {
          const starts = d.events.filter((e) => e.startDate === d.date || i === 0);
          return (
            <View key={d.date} role={'gridcell' as never} style={[styles.cell, styles.tall, line(d)]}>
              {d.events.map((e) => (
                <View key={e.id} style={[styles.bar, { backgroundColor: t.iron }]} />
              ))}
              {starts.map((e) => (
                <Pressable
                  key={e.id}
                  role="link"
                  aria-label={`${e.name}, ${dateSpan(e.startDate, e.endDate)}`}
                  tabIndex={-1}
                  onPress={() => router.push(routes.event(e.id))}
                  {...onEnter(() => router.push(routes.event(e.id)))}
                  style={[styles.name, i > days.length - 5 ? styles.nameLeft : null]}
                >
                  <Text as="small" tone="iron" numberOfLines={2} style={styles.nameText}>
                    {e.name}
                  </Text>
                </Pressable>
              ))}
              {d.loadUps.length > 0 ? (
                <Text as="label" tone="ink" aria-label={`Load-up for ${d.loadUps.map((e) => e.name).join(', ')}`}>
                  L
                </Text>
              ) : null}
              {d.orderBy.length > 0 ? (
                <Pressable
                  role="link"
                  aria-label={`Order by ${shortDate(d.date)}: ${d.orderBy.map((o) => goodsName(o.goods, o.name, o.axle)).join(', ')}`}
                  tabIndex={-1}
                  onPress={() => router.push(routes.orders)}
                  {...onEnter(() => router.push(routes.orders))}
                >
                  <Text as="label" tone="amber">{`O${d.orderBy.length > 1 ? d.orderBy.length : ''}`}</Text>
                </Pressable>
              ) : null}
            </View>
          );
        })}
      </View>
      {people.map((m, p) => (
        <View key={m.id} style={[styles.row, styles.person, { borderColor: t.rule }]} role="row">
          <View style={styles.label}>
            <Text as="strong" numberOfLines={1}>
              {m.name}
            </Text>
          </View>
          {days.map((d) => (
            <LoadCell key={d.date} day={d} person={d.people[p]!} look={line(d)} onPress={() => open(d)} />
          ))}
        </View>
      ))}
    </View>
  );
}

/** How full a day of one person is: a column as high as its share, hatched where nobody is there. */
function LoadCell({
  day,
  person,
  look,
  onPress,
}: {
  day: WeekDay;
  person: PersonDay;
  look: object;
  onPress: () => void;
}) {
  const t = useTokens();
  const tell = useTell();
  const { absence, plannedMin, capacityMin, member } = person;
  const share = capacityMin > 0 ? plannedMin / capacityMin : 0;
  const isOver = share > 1 || (absence !== null && plannedMin > 0);
  const words = absence
    ? `${tell(absence)}${plannedMin > 0 ? ` ${hoursAndMinutes(plannedMin)} planned all the same.` : ''}`
    : `${hoursAndMinutes(plannedMin)} of ${hoursAndMinutes(capacityMin)}`;
  const { setNodeRef, isOver: isUnder } = useDroppable({
    id: `${member.id} ${day.date}`,
    data: { crewId: member.id, day: day.date },
  });
  return (
    <View
      ref={setNodeRef as never}
      role={'gridcell' as never}
      style={[styles.cell, styles.load, look, isUnder ? { backgroundColor: t.ironWash } : null]}
    >
      <Pressable
        role="link"
        aria-label={`${member.name}, ${shortDate(day.date)}: ${words}`}
        tabIndex={-1}
        onPress={onPress}
        {...onEnter(onPress)}
        style={StyleSheet.absoluteFill}
      />
      {absence ? (
        <div title={words} style={{ ...hatch(t.rule), position: 'absolute', inset: 0, pointerEvents: 'none' }} />
      ) : null}
      {plannedMin > 0 ? (
        <View
          style={{
            pointerEvents: 'none',
            position: 'absolute',
            bottom: 0,
            left: 2,
            right: 2,
            height: `${Math.min(100, Math.max(6, 100 * share))}%`,
            backgroundColor: isOver ? t.amber : t.iron,
          }}
        />
      ) : null}
      {isOver ? (
        <Text as="label" tone="ink">
          !
        </Text>
      ) : null}
    </View>
  );
}

const hatch = (color: string): { background: string } => ({
  background: `repeating-linear-gradient(135deg, ${color} 0 2px, transparent 2px 9px)`,
});

/** The same as a list: only days on which there is something, week by week. */
function WeekList({ days }: { days: WeekDay[] }) {
  const router = useRouter();
  const tell = useTell();
  const weeks = Array.from({ length: days.length / 7 }, (_, i) => days.slice(i * 7, i * 7 + 7));
  return (
    <>
      {weeks.map((week) => {
        const planned = week.flatMap((d) => d.people).reduce((n, p) => n + p.plannedMin, 0);
        const there = week.flatMap((d) => d.people).reduce((n, p) => n + p.capacityMin, 0);
        return (
          <Section
            key={week[0]!.date}
            title={`${shortDate(week[0]!.date)} to ${shortDate(week[6]!.date)}`}
            aside={<Text as="small">{`${hoursAndMinutes(planned)} of ${hoursAndMinutes(there)}`}</Text>}
          >
            <View>
              {week.map((d) => {
                const load = d.people.filter((p) => p.plannedMin > 0);
                const away = d.people.filter(
                  (p) =>
                    p.absence !== null && p.absence.code !== 'doesNotWorkThatDay' && p.absence.code !== 'shopIsShut',
                );
                const shut = d.people.find((p) => p.absence?.code === 'shopIsShut')?.absence;
                const lines = [
                  ...d.events.map((e) => e.name),
                  ...d.loadUps.map((e) => `Load-up for ${e.name}${loadUpHour(e)}`),
                  ...new Set(d.orderBy.map((o) => `Order by this day: ${goodsName(o.goods, o.name, o.axle)}`)),
                  ...(shut ? [tell(shut)] : away.map((p) => tell(p.absence!))),
                ];
                if (lines.length === 0 && load.length === 0) return null;
                return (
                  <LinkRow
                    key={d.date}
                    label={`Board of ${shortDate(d.date)}`}
                    onPress={() => router.push(routes.boardOf(d.date))}
                  >
                    <View style={styles.row}>
                      <Text as="strong" style={styles.grow}>
                        {shortDate(d.date)}
                      </Text>
                      <Text as="small" tone="ink">
                        {load.map((p) => `${p.member.name.split(' ')[0]} ${hoursAndMinutes(p.plannedMin)}`).join(', ')}
                      </Text>
                    </View>
                    {lines.map((text) => (
                      <Text key={text} as="small">
                        {text}
                      </Text>
                    ))}
                  </LinkRow>
                );
              })}
            </View>
          </Section>
        );
      })}
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  label: { width: 120, paddingRight: 8 },
  day: { alignSelf: 'stretch', alignItems: 'center' },
  cell: { flex: 1, minWidth: 0, alignItems: 'center', paddingVertical: 3 },
  tall: { minHeight: 92, justifyContent: 'flex-end', gap: 2, overflow: 'visible' },
  bar: { position: 'absolute', top: 3, left: 0, right: 0, height: 6 },
  name: { position: 'absolute', top: 11, left: 1, width: 118, zIndex: 2 },
  nameLeft: { left: 'auto', right: 1, alignItems: 'flex-end' },
  nameText: { lineHeight: 15, fontSize: 13 },
  events: { borderTopWidth: 1.5, borderBottomWidth: 1.5, alignItems: 'stretch' },
  person: { borderBottomWidth: 1, alignItems: 'stretch' },
  load: { minHeight: 48, justifyContent: 'flex-end', overflow: 'hidden' },
  columns: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 24 },
  third: { width: '32%', paddingVertical: 4 },
});

import { useLocalSearchParams, useRouter } from 'expo-router';
import { Fragment, type ReactNode, useEffect, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Car,
  type LookCheck,
  type LookItem,
  type LookKind,
  type TrackSession,
  cameInOf,
  dateIn,
  findSession,
  judgeStart,
  planOf,
  timeIn,
} from '@calvik/core';
import { type FastenerNames, complaintWords, counted } from '@calvik/words';
import { becauseNames, cameInNames, lookAdvice, lookNames } from '@calvik/words/track';
import { useLogbook } from '../../state/hooks';
import { GUIDED_TARGET } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/verdict';
import { FindingLines } from '../../facts/finding-line';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useSaveFact } from '../../facts/save-fact';
import { StandingFaults } from '../condition/standing-faults';
import { BleedHere } from './bleed-here';
import { CheckPanel } from './check-panel';
import { CornerSweep, useSwept } from './corner-sweep';
import { HeatPanel } from './heat-panel';
import { LevelPanel } from './level-panel';
import { PadsPanel } from './pads-panel';
import { TorquePanel } from './torque-panel';
import { type PanelProps, useFastenerNames, useLook } from './use-look';

export function LookScreen() {
  const { car: carId, session: id } = useLocalSearchParams<{ car: string; session: string }>();
  const logbook = useLogbook();
  const car = logbook.cars.get(carId);
  const session = car && findSession(logbook, car.id, id);
  if (!car || !session) return <Gone what="session" back="/" />;
  return <LookPage key={session.fact.id} car={car} session={session} />;
}

const isCheck = (kind: LookKind): kind is LookCheck =>
  kind !== 'heat' && kind !== 'pads' && kind !== 'level' && kind !== 'torque';

function LookPage({ car, session }: { car: Car; session: TrackSession }) {
  const router = useRouter();
  const logbook = useLogbook();
  const { show } = useUnits();
  const { look, findings, signed } = useLook(car, session);
  const firstOpen = look.items.find((i) => i.state !== 'done')?.kind ?? null;
  const [chosen, open] = useState<LookKind | 'none' | null>(null);
  const swept = useSwept({ car, session, look });
  const isSwept = (kind: LookKind | null): boolean =>
    swept.length > 1 && (swept as readonly (LookKind | null)[]).includes(kind);
  // What a walk round the car answers opens by itself only where somebody wants it.
  const shown = chosen === 'none' ? null : (chosen ?? (isSwept(firstOpen) ? null : firstOpen));
  const firstSwept = look.items.find((i) => isSwept(i.kind))?.kind ?? null;
  const { fact } = session;
  const { timeZone } = logbook.shop;
  const left = look.items.filter((i) => i.state !== 'done').length;
  // After an answer whatever is open next; an answer that was slow to be saved shuts nothing that was opened meanwhile.
  const doneWith = (kind: LookKind): void => open((now) => (now === kind ? null : now));
  const hasKeypad = shown !== null && !isCheck(shown);
  const decide = (): void => router.push(routes.decide(car.id, fact.id));
  const names = useFastenerNames(car);
  const told = findings.filter((f) => f.code !== 'lookOpen');
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={`Look after session ${session.nth}, in at ${timeIn(fact.at, timeZone)}`}
      back={routes.eventDay(fact.eventId)}
      isDocked
      // An open keypad stands where the foot would.
      actions={
        hasKeypad ? (
          <MainButton mode="text" onPress={decide}>
            Decide
          </MainButton>
        ) : undefined
      }
      footer={
        hasKeypad ? undefined : (
          <MainButton onPress={decide}>
            {left === 0 ? (signed ? 'Decide again' : 'Decide') : `Decide, ${left} still open`}
          </MainButton>
        )
      }
    >
      <View style={styles.gap}>
        <Text>
          {[
            fact.laps === null ? `${Math.round(session.minutes)} min` : counted(fact.laps, 'lap'),
            ...(fact.isWet ? ['wet'] : []),
            `came in ${cameInNames[cameInOf(fact)].within}`,
            ...(fact.brakesHeld ? ['brakes held'] : []),
            `air ${show(fact.airTempC, 'temperature')}. `,
          ].join(', ')}
          <Text as="strong">
            {fact.isNothingToSay
              ? 'The driver: nothing to say.'
              : `The driver: ${[...fact.complaints.map((c) => complaintWords[c].says.toLowerCase()), fact.words].filter(Boolean).join('; ')}`}
          </Text>
        </Text>
        <FindingLines findings={judgeStart(logbook, session)} />
        <Driver car={car} session={session} />
      </View>
      <View role="list" aria-label="Lines of the look">
        {look.items.map((item) => (
          <Fragment key={item.kind}>
            {item.kind === firstSwept ? <CornerSweep car={car} session={session} swept={swept} /> : null}
            <Line
              item={item}
              names={names}
              isOpen={shown === item.kind}
              onToggle={() => open(shown === item.kind ? 'none' : item.kind)}
            >
              <Panel kind={item.kind} car={car} session={session} look={look} onDone={() => doneWith(item.kind)} />
            </Line>
          </Fragment>
        ))}
      </View>
      {told.length > 0 ? (
        <Section title="Found so far">
          <FindingLines findings={told} fasteners={names} />
        </Section>
      ) : null}
      <StandingFaults car={car} />
      <Section title="Find out why, or bleed">
        <MainButton
          mode="outlined"
          onPress={() =>
            router.push(
              routes.newDiagnosis(car.id, {
                session: fact.id,
                ...(fact.complaints.length > 0 ? { signs: fact.complaints.join(',') } : {}),
              }),
            )
          }
        >
          Diagnose
        </MainButton>
        <BleedHere car={car} eventId={fact.eventId} />
      </Section>
    </Screen>
  );
}

function Panel({ kind, ...props }: PanelProps & { kind: LookKind }) {
  if (isCheck(kind)) return <CheckPanel key={kind} check={kind} {...props} />;
  if (kind === 'heat') return <HeatPanel {...props} />;
  if (kind === 'pads') return <PadsPanel {...props} />;
  if (kind === 'level') return <LevelPanel {...props} />;
  return <TorquePanel {...props} />;
}

/** One line of the list: its name, why it stands where it does, what came of it; open, its panel. */
function Line({
  item,
  names,
  isOpen,
  onToggle,
  children,
}: {
  item: LookItem;
  names: FastenerNames;
  isOpen: boolean;
  onToggle: () => void;
  children: ReactNode;
}) {
  const t = useTokens();
  const logbook = useLogbook();
  const who = item.by.map((id) => logbook.crew.get(id)?.name.split(' ')[0] ?? '?').join(', ');
  const word =
    item.state === 'done'
      ? item.verdict === 'inOrder'
        ? 'Done'
        : undefined
      : item.state === 'begun'
        ? 'Begun'
        : 'Open';
  return (
    <View role="listitem" style={[styles.item, { borderColor: isOpen ? t.ink : t.rule }]}>
      <Pressable
        role="button"
        aria-expanded={isOpen}
        aria-label={`${lookNames[item.kind]}: ${word ?? ''}`}
        onPress={onToggle}
        testID={`look-${item.kind}`}
        style={styles.line}
      >
        <View style={styles.grow}>
          <Text as="strong">{lookNames[item.kind]}</Text>
          <Text as="small">{[item.because ? becauseNames[item.because] : '', who].filter(Boolean).join(' · ')}</Text>
        </View>
        {item.state === 'done' || item.verdict !== 'inOrder' ? (
          <VerdictMark verdict={item.verdict} word={item.verdict === 'inOrder' ? word : undefined} />
        ) : (
          <Text as="label">{word ?? ''}</Text>
        )}
      </Pressable>
      {isOpen ? (
        <View style={styles.panel}>
          {item.kind === 'heat' ? null : <Text as="small">{lookAdvice[item.kind]}</Text>}
          {item.kind === 'heat' ? null : <FindingLines findings={item.findings} fasteners={names} />}
          {children}
          {item.kind === 'heat' ? <FindingLines findings={item.findings} fasteners={names} /> : null}
          {item.kind === 'heat' ? <Text as="small">{lookAdvice[item.kind]}</Text> : null}
        </View>
      ) : null}
    </View>
  );
}

/** A pedal that went long with heat: whether the fluid boiled is asked at once, and the heat model learns of it. */
function Driver({ car, session }: { car: Car; session: TrackSession }) {
  const logbook = useLogbook();
  const { saveFact, saving, problem } = useSaveFact();
  const [isHidden, hide] = useState(false);
  useEffect(() => hide(false), [session.fact.id]);
  const { fact } = session;
  const venueId = logbook.events.get(fact.eventId)?.venueId ?? '';
  const isKnown = logbook
    .factsOfCar(car.id)
    .some((f) => f.kind === 'heatReading' && f.read.instrument === 'fluidBoiled' && f.at >= fact.at);
  if (!fact.complaints.includes('softAfterHeat') || isKnown || isHidden || session.until !== null) return null;
  const save = async (): Promise<void> => {
    await saveFact(
      {
        kind: 'heatReading',
        carId: car.id,
        venueId,
        session: planOf(session),
        read: { instrument: 'fluidBoiled' },
        takenWith: 'byHand',
      },
      dateIn(new Date().toISOString(), logbook.shop.timeZone),
    );
  };
  return (
    <View style={styles.gap}>
      <Text>Did the fluid boil: long when hot, firm again when cool?</Text>
      <View style={styles.row}>
        <View style={styles.grow}>
          <MainButton onPress={() => void save()} loading={saving}>
            It boiled
          </MainButton>
        </View>
        <View style={styles.grow}>
          <MainButton mode="outlined" onPress={() => hide(true)}>
            Not known yet
          </MainButton>
        </View>
      </View>
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  item: { borderBottomWidth: 1 },
  line: { minHeight: GUIDED_TARGET, flexDirection: 'row', alignItems: 'center', gap: 8, paddingVertical: 4 },
  panel: { gap: 10, paddingBottom: 14 },
});

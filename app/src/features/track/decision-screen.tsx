import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Car,
  type Decision,
  type SessionLimits,
  type TrackSession,
  findSession,
  heatCase,
  isMilder,
  judgeFluid,
  outlookOf,
  planOf,
  traceOf,
  withDucts,
} from '@calvik/core';
import { padLapsLeft, suggestLimits } from '@calvik/core/track';
import { counted } from '@calvik/words';
import { decisionNames, limitsText } from '@calvik/words/track';
import { useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { Chips, ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { MainButton, Screen, Section } from '../../ui/screen';
import { SignButton } from '../../ui/sign-button';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { FindingLines } from '../../facts/finding-line';
import { StandingFaults } from '../condition/standing-faults';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useSaveFact } from '../../facts/save-fact';
import { sessionHeat } from '../../workers/heat-worker';
import '../../workers/heat-here';
import { useFastenerNames, useLook } from './use-look';

export function DecisionScreen() {
  const { car: carId, session: id } = useLocalSearchParams<{ car: string; session: string }>();
  const logbook = useLogbook();
  const car = logbook.cars.get(carId);
  const session = car && findSession(logbook, car.id, id);
  if (!car || !session) return <Gone what="session" back="/" />;
  return <DecisionPage key={session.fact.id} car={car} session={session} />;
}

interface DecisionDraft {
  decision: Decision | '';
  laps: string | null;
  minutes: string | null;
  traits: ('coolDownLap' | 'notInTheWet')[] | null;
  lookAfter: string;
  reason: string;
}

/** What the next session may last, by the heat model: computed in the worker, said when it is there. */
function useLongest(car: Car, session: TrackSession): { minutes: number | null; isKnown: boolean } {
  const logbook = useLogbook();
  const today = useToday();
  const asked = useMemo(() => {
    const event = logbook.events.get(session.fact.eventId) ?? null;
    const venue = logbook.venues.get(event?.venueId ?? '');
    const found = venue && heatCase(logbook, car, venue, withDucts(logbook, car, planOf(session)));
    const boils = judgeFluid(logbook, car, event, today).boilingOnDay?.value ?? null;
    return found && found.missing.length === 0 && boils !== null
      ? { heatCase: found.heatCase, limitC: boils - logbook.shop.demandedMarginC }
      : null;
  }, [logbook, car, session, today]);
  const [found, setFound] = useState<{ minutes: number | null } | null>(null);
  useEffect(() => {
    if (!asked) return;
    let isMine = true;
    sessionHeat(asked.heatCase, asked.limitC, logbook.shop.peakCertaintyPercent)
      .then(({ outlook, longestMin }) => {
        if (!outlookOf.has(asked.heatCase)) outlookOf.remember(asked.heatCase, outlook);
        if (isMine) setFound({ minutes: longestMin });
      })
      // Without it the decision stands on what was looked at.
      .catch(() => undefined);
    return () => {
      isMine = false;
    };
  }, [asked, logbook.shop.peakCertaintyPercent]);
  return { minutes: found?.minutes ?? null, isKnown: found !== null };
}

function DecisionPage({ car, session }: { car: Car; session: TrackSession }) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const crew = useCrewOnDuty();
  const { show } = useUnits();
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const { findings, proposed, signed, look } = useLook(car, session);
  const suggested = useMemo(() => suggestLimits(logbook, car, session, findings), [logbook, car, session, findings]);
  const pads = useMemo(() => padLapsLeft(logbook, car, session), [logbook, car, session]);
  const names = useFastenerNames(car);
  const longest = useLongest(car, session);
  const { draft, change, clear } = useDraft<DecisionDraft>(`decide.${session.fact.id}.${signed?.id ?? ''}`, {
    decision: '',
    laps: null,
    minutes: null,
    traits: null,
    lookAfter: '1',
    reason: '',
  });
  const set = (over: Partial<DecisionDraft>): void => {
    setSentence(null);
    change(over);
  };
  // Before anybody has looked nothing stands ready to be signed.
  const decision = draft.decision || (proposed ?? '');
  const laps = draft.laps ?? (suggested.maxLaps === null ? '' : String(suggested.maxLaps));
  const minutes = draft.minutes ?? (longest.minutes === null ? '' : String(Math.max(1, longest.minutes)));
  const traits =
    draft.traits ??
    (['coolDownLap', 'notInTheWet'] as const).filter(
      (t) => suggested[t] || (t === 'coolDownLap' && longest.minutes !== null),
    );
  const limitsOf = (): SessionLimits | string => {
    const whole = (text: string, most: number): number | null | 'bad' => {
      if (text.trim() === '') return null;
      const value = Number(text.replace(/\s*(laps?|min)$/i, ''));
      return Number.isInteger(value) && value >= 1 && value <= most ? value : 'bad';
    };
    if (decision !== 'limits')
      return {
        maxLaps: null,
        maxMinutes: null,
        coolDownLap: false,
        notInTheWet: false,
        lookAfterSessions: Number(draft.lookAfter),
      };
    const [maxLaps, maxMinutes] = [whole(laps, 300), whole(minutes, 240)];
    if (maxLaps === 'bad') return 'Laps are whole: 5.';
    if (maxMinutes === 'bad') return 'Minutes are whole: 15.';
    return {
      maxLaps,
      maxMinutes,
      coolDownLap: traits.includes('coolDownLap'),
      notInTheWet: traits.includes('notInTheWet'),
      lookAfterSessions: Number(draft.lookAfter),
    };
  };
  const limits = limitsOf();
  const isWaiver = proposed === null && decision !== 'stop';
  const needsReason =
    isWaiver ||
    (decision !== '' && proposed !== null && isMilder(decision, proposed)) ||
    (decision === 'stop' && proposed !== 'stop') ||
    (signed?.decision === 'stop' && decision !== 'stop');
  const save = async (): Promise<void> => {
    if (decision === '') return setSentence('Look first, or stop it.');
    if (typeof limits === 'string') return setSentence(limits);
    if (isWaiver && crew?.role !== 'lead') return setSentence('Only the lead lets it out without a look.');
    if (isWaiver && decision === 'go') return setSentence('Without a look it goes out with limits at most.');
    if (proposed !== null && isMilder(decision, proposed) && proposed === 'stop')
      return setSentence('It stays stopped: put right what stops it, and look again.');
    if (proposed !== null && isMilder(decision, proposed) && crew?.role !== 'lead')
      return setSentence('Only the lead lets it go without limits.');
    if (needsReason && draft.reason.trim() === '') return setSentence('Give the reason.');
    const isEmpty = limits.maxLaps === null && limits.maxMinutes === null && !limits.coolDownLap && !limits.notInTheWet;
    if (decision === 'limits' && isEmpty && limits.lookAfterSessions > 1)
      return setSentence('Say what it keeps to: laps, minutes, a cool-down lap, or a look after the next session.');
    const isSaved = await saveFact(
      {
        kind: 'sessionDecision',
        carId: car.id,
        sessionId: session.fact.id,
        decision,
        limits,
        findings: findings.slice(0, 100).map(traceOf),
        reason: draft.reason.trim(),
      },
      today,
    );
    if (!isSaved) return;
    clear();
    router.replace(routes.card(car.id, session.fact.id));
  };
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={`Decide after session ${session.nth}`}
      back={routes.look(car.id, session.fact.id)}
      notice={sentence ?? problem}
      footer={
        decision === '' ? (
          <MainButton mode="outlined" onPress={() => void save()}>
            Not looked at: choose
          </MainButton>
        ) : (
          <SignButton onSign={() => void save()} disabled={saving} danger={decision === 'stop'}>
            {`Sign: ${decisionNames[decision]}`}
          </SignButton>
        )
      }
    >
      <Section title="What was found">
        {findings.length === 0 ? (
          <Text>Nothing out of the ordinary.</Text>
        ) : (
          <FindingLines findings={findings} fasteners={names} />
        )}
        {look.level && look.level.finding.verdict === 'inOrder' ? (
          <FindingLines findings={[look.level.finding]} />
        ) : null}
      </Section>
      <StandingFaults car={car} />
      <Section title="Decision">
        <ChoiceChips
          label="Decision"
          columns={3}
          value={decision}
          onChange={(d) => set({ decision: d })}
          options={(['go', 'limits', 'stop'] as const).map((d) => ({ value: d, label: decisionNames[d] }))}
        />
        <Text as="small">
          {proposed === null
            ? 'Not looked at: no advice. Look first, or stop it; the lead may let it out with limits and a reason.'
            : `Advice: ${decisionNames[proposed].toLowerCase()}.`}
        </Text>
      </Section>
      {decision === 'limits' ? (
        <Section title="It keeps to">
          <View style={styles.row}>
            <LineInput label="Laps at most" value={laps} onChange={(text) => set({ laps: text })} style={styles.grow} />
            <LineInput
              label="Minutes at most"
              value={minutes}
              onChange={(text) => set({ minutes: text })}
              style={styles.grow}
            />
          </View>
          <Text as="small">
            {[
              pads.length > 0
                ? `Pads: ${pads
                    .map((p) => `${p.corner} ${counted(p.laps, 'lap')} (${show(p.perLapMm, 'length', 2)} a lap)`)
                    .join(', ')}.`
                : 'Pads were not read twice: no laps computed.',
              longest.isKnown
                ? longest.minutes === null
                  ? 'Fluid: a session like this one stays under its margin.'
                  : longest.minutes === 0
                    ? 'Fluid: even a minute like these goes over its margin.'
                    : `Fluid: ${longest.minutes} min like these keep its margin.`
                : 'Fluid: not computed.',
            ].join(' ')}
          </Text>
          <Chips
            label="Limits"
            chosen={traits}
            onChange={(chosen) => set({ traits: chosen })}
            options={[
              { value: 'coolDownLap', label: 'Cool-down lap' },
              { value: 'notInTheWet', label: 'Not in the wet' },
            ]}
          />
        </Section>
      ) : null}
      {decision === 'stop' ? null : (
        <Section title="Next look">
          <ChoiceChips
            label="Look after"
            columns={3}
            value={draft.lookAfter}
            onChange={(lookAfter) => set({ lookAfter })}
            options={['1', '2', '3'].map((n) => ({ value: n, label: n === '1' ? 'The next' : `${n} sessions` }))}
          />
        </Section>
      )}
      <LineInput
        label={needsReason ? 'Reason (wanted)' : 'Reason'}
        value={draft.reason}
        onChange={(reason) => set({ reason })}
        maxLength={300}
      />
      {typeof limits !== 'string' && decision === 'limits' ? (
        <Text as="strong">{`The driver reads: ${limitsText(limits)}.`}</Text>
      ) : null}
      <Text as="small">Nobody drives on a doubtful pedal. Calvik advises; whoever signs decides.</Text>
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});

import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type Car,
  type Cause,
  type DiagnosisOpened,
  type DiagnosticCheck,
  causes,
  planOf,
} from '@calvik/core';
import {
  type Means,
  causeTable,
  checkTable,
  findDiagnosis,
  judgeDiagnosis,
  minutesOfCheck,
} from '@calvik/core/diagnosis';
import {
  causeNames,
  checkTexts,
  evidenceText,
  needsText,
  remedyTexts,
  shareText,
  signNames,
} from '@calvik/words/diagnosis';
import { useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { Chips, ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { PickList } from '../../ui/pick-list';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { Gone } from '../gone';
import { openFile } from '../open-file';
import { routes } from '../routes';
import { useSaveFact } from '../save-fact';
import { Suspects } from './suspects';

export function DiagnosisScreen() {
  const { id, case: caseId } = useLocalSearchParams<{ id: string; case: string }>();
  const logbook = useLogbook();
  const car = logbook.cars.get(id);
  const opened = car && findDiagnosis(logbook, car.id, caseId);
  if (!car || !opened) return <Gone what="diagnosis" back="/cars" />;
  return <DiagnosisPage key={opened.id} car={car} opened={opened} />;
}

interface CaseDraft {
  means: ('lift' | 'two' | 'off')[];
  cause: Cause | '';
  isConfirmed: boolean;
  words: string;
  to: string;
  ask: string;
  mayBeDriven: boolean;
}

/** A diagnosis under way: the suspects, the check that tells most a minute, its result, again, until enough is known. */
function DiagnosisPage({ car, opened }: { car: Car; opened: DiagnosisOpened }) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const [other, choose] = useState<DiagnosticCheck | null>(null);
  const [isPicking, setPicking] = useState(false);
  const { draft, change } = useDraft<CaseDraft>(`diagnosis.${opened.id}`, {
    means: [],
    cause: '',
    isConfirmed: true,
    words: '',
    to: '',
    ask: '',
    mayBeDriven: false,
  });
  const means: Means = useMemo(
    () => ({
      hasLift: draft.means.includes('lift'),
      people: draft.means.includes('two') ? 2 : 1,
      wheelsAreOff: draft.means.includes('off'),
    }),
    [draft.means],
  );
  const d = useMemo(() => judgeDiagnosis(logbook, car, opened, means), [logbook, car, opened, means]);
  const first = d.advice.suspects[0]!;
  const check = other ?? d.advice.next?.check ?? null;
  const back = d.session ? routes.look(car.id, d.session.fact.id) : routes.car(car.id);
  const cause = draft.cause || first.cause;
  const answer = async (outcome: string): Promise<void> => {
    if (!check) return;
    const isSaved = await saveFact(
      { kind: 'diagnosisChecked', carId: car.id, diagnosisId: opened.id, check, outcome, minutes: null },
      today,
    );
    if (isSaved) choose(null);
  };
  const close = async (): Promise<void> => {
    if (cause === 'other' && draft.words.trim() === '') return setSentence('Say what it was.');
    setSentence(null);
    const isSaved = await saveFact(
      {
        kind: 'diagnosisClosed',
        carId: car.id,
        diagnosisId: opened.id,
        cause,
        isConfirmed: draft.isConfirmed,
        words: draft.words.trim(),
      },
      today,
    );
    const venueId = d.session && logbook.events.get(d.session.fact.eventId)?.venueId;
    const isToldAlready = logbook
      .factsOfCar(car.id)
      .some(
        (f) =>
          f.kind === 'heatReading' &&
          f.read.instrument === 'fluidBoiled' &&
          d.session !== null &&
          f.at >= d.session.fact.at,
      );
    // What boiled is a reading of heat: the model of this car learns of it.
    if (isSaved && cause === 'fluidBoiled' && d.session && venueId && !isToldAlready)
      await saveFact(
        {
          kind: 'heatReading',
          carId: car.id,
          venueId,
          session: planOf(d.session),
          read: { instrument: 'fluidBoiled' },
          takenWith: 'byHand',
        },
        today,
      );
  };
  const refer = async (): Promise<void> => {
    if (draft.to.trim() === '') return setSentence('Say to whom it is referred.');
    setSentence(null);
    await saveFact(
      {
        kind: 'referralWritten',
        carId: car.id,
        diagnosisId: opened.id,
        to: draft.to.trim(),
        words: draft.ask.trim(),
        mayBeDriven: draft.mayBeDriven,
      },
      today,
    );
  };
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={d.session ? `Find out why, session ${d.session.nth}` : 'Find out why'}
      back={back}
      notice={sentence ?? problem}
      footer={d.closed ? <MainButton onPress={() => router.replace(back)}>Back</MainButton> : undefined}
    >
      {d.closed ? (
        <Section title={`It was: ${causeNames[d.closed.cause].toLowerCase()}`}>
          {d.closed.words ? <Text>{d.closed.words}</Text> : null}
          <Text>{remedyTexts[d.closed.cause]}</Text>
        </Section>
      ) : null}
      <Section title="Suspects">
        <Text as="small">
          {[
            ...d.said.map((s) => signNames[s]),
            ...d.found.map((f) => `${signNames[f.sign]} (${f.from === 'reading' ? 'read' : 'on record'})`),
            ...d.checked.map((c) => evidenceText(c)),
          ].join('; ')}
        </Text>
        <Suspects suspects={d.advice.suspects} />
      </Section>
      {d.closed ? null : (
        <>
          <Section title={check ? 'Next check' : 'Enough is known'}>
            <Text as="small">What there is to work with</Text>
            <Chips
              label="There is"
              columns={3}
              chosen={draft.means}
              onChange={(to) => change({ means: to })}
              options={[
                { value: 'lift', label: 'Lift or stands' },
                { value: 'two', label: 'Two people' },
                { value: 'off', label: 'Wheels off' },
              ]}
            />
            {check ? (
              <View style={styles.gap} testID="next-check">
                <Text as="heading">{checkTexts[check].name}</Text>
                <Text>{checkTexts[check].how}</Text>
                <Text as="small">{`${minutesOfCheck(check, means)} min, ${needsText(checkTable[check])}. ${checkTable[check].source}.`}</Text>
                <ChoiceChips
                  label={checkTexts[check].name}
                  value=""
                  onChange={(outcome) => void answer(outcome)}
                  options={checkTable[check].outcomes.map((o) => ({
                    value: o,
                    label: checkTexts[check].outcomes[o] ?? o,
                  }))}
                />
              </View>
            ) : (
              <Text>{`${causeNames[first.cause]}, ${shareText(first.share)}: ${remedyTexts[first.cause]}`}</Text>
            )}
            <MainButton mode="text" onPress={() => setPicking(true)}>
              Another check
            </MainButton>
            <PickList
              title="Checks, what tells most a minute first"
              options={d.advice.others.map((o) => ({
                value: o.check,
                label: `${checkTexts[o.check].name}, ${o.minutes} min`,
              }))}
              chosen={check ?? undefined}
              visible={isPicking}
              onClose={() => setPicking(false)}
              onPick={(value) => {
                choose(value as DiagnosticCheck);
                setPicking(false);
              }}
            />
          </Section>
          <Section title="What it is">
            <Text>{remedyTexts[cause]}</Text>
            <Text as="strong">
              {causeTable[cause].isTrackside ? 'Can be put right here.' : 'Not here: refer it, in writing.'}
            </Text>
            <CausePick cause={cause} onPick={(to) => change({ cause: to })} />
            <Segments
              label="How sure"
              value={draft.isConfirmed ? 'yes' : 'no'}
              onChange={(v) => change({ isConfirmed: v === 'yes' })}
              options={[
                { value: 'yes', label: 'Found' },
                { value: 'no', label: 'Most likely' },
              ]}
            />
            <LineInput
              label="What was found and done"
              value={draft.words}
              onChange={(words) => change({ words })}
              maxLength={500}
            />
            <MainButton onPress={() => void close()} loading={saving}>
              {`Record: ${causeNames[cause].toLowerCase()}`}
            </MainButton>
          </Section>
        </>
      )}
      <Section title="Referral">
        {d.referral ? (
          <>
            <Text>{`Referred to ${d.referral.to}. ${d.referral.mayBeDriven ? 'May be driven there.' : 'Not to be driven.'}`}</Text>
            <MainButton mode="outlined" onPress={() => openFile(`/api/referrals/${d.referral!.id}/letter.pdf`)}>
              The letter
            </MainButton>
          </>
        ) : null}
        <LineInput label="To whom" value={draft.to} onChange={(to) => change({ to })} maxLength={120} />
        <LineInput
          label="What is asked of them"
          value={draft.ask}
          onChange={(ask) => change({ ask })}
          maxLength={1000}
        />
        <Segments
          label="Until then"
          value={draft.mayBeDriven ? 'yes' : 'no'}
          onChange={(v) => change({ mayBeDriven: v === 'yes' })}
          options={[
            { value: 'no', label: 'Not driven' },
            { value: 'yes', label: 'May be driven there' },
          ]}
        />
        <MainButton mode="outlined" onPress={() => void refer()} loading={saving}>
          Write the referral
        </MainButton>
      </Section>
      <Text as="small">
        Probabilities are common practice, shifted by this shop’s own cases. Steering, ABS and hydraulic repair: maker’s
        manual, licensed workshop.
      </Text>
    </Screen>
  );
}

function CausePick({ cause, onPick }: { cause: Cause; onPick: (cause: Cause) => void }) {
  const [isOpen, open] = useState(false);
  return (
    <>
      <MainButton mode="outlined" label="What it turned out to be" onPress={() => open(true)}>
        {causeNames[cause]}
      </MainButton>
      <PickList
        title="What it turned out to be"
        options={causes.map((c) => ({ value: c, label: causeNames[c] }))}
        chosen={cause}
        visible={isOpen}
        onClose={() => open(false)}
        onPick={(value) => {
          onPick(value as Cause);
          open(false);
        }}
      />
    </>
  );
}

const styles = StyleSheet.create({ gap: { gap: 8 } });

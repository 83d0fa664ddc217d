import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { type Car, type DiagnosisOpened, carLabel, planOf } from '@calvik/core';
import { findDiagnosis, judgeDiagnosis } from '@calvik/core/diagnosis';
import { causeNames, evidenceText, remedyTexts, signNames } from '@calvik/words/diagnosis';
import { useLogbook, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { StandingFaults } from '../condition/standing-faults';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { type NewFact, useSaveFact } from '../../facts/save-fact';
import { type MeansTicked, NextCheck, meansOf } from './next-check';
import { Referral } from './referral';
import { Suspects } from './suspects';
import { type FoundDraft, WhatItIs } from './what-it-is';

export function DiagnosisScreen() {
  const { id, case: caseId } = useLocalSearchParams<{ id: string; case: string }>();
  const logbook = useLogbook();
  const car = logbook.cars.get(id);
  const opened = car && findDiagnosis(logbook, car.id, caseId);
  if (!car || !opened) return <Gone what="diagnosis" back="/cars" />;
  return <DiagnosisPage key={opened.id} car={car} opened={opened} />;
}

interface CaseDraft extends FoundDraft {
  means: MeansTicked;
}

/** A diagnosis under way: the suspects, the check that tells most a minute, its result, again, until enough is known. */
function DiagnosisPage({ car, opened }: { car: Car; opened: DiagnosisOpened }) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const { draft, change } = useDraft<CaseDraft>(`diagnosis.${opened.id}`, {
    means: [],
    cause: '',
    isConfirmed: true,
    words: '',
  });
  const means = useMemo(() => meansOf(draft.means), [draft.means]);
  const d = useMemo(() => judgeDiagnosis(logbook, car, opened, means), [logbook, car, opened, means]);
  const first = d.advice.suspects[0]!;
  const back = d.session ? routes.look(car.id, d.session.fact.id) : routes.car(car.id);
  const cause = draft.cause || first.cause;
  const write = (fact: NewFact): Promise<boolean> => {
    setSentence(null);
    return saveFact(fact, today);
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
          <Text as="small">A name for it ends nothing: write down what was done, and show it.</Text>
        </Section>
      ) : null}
      <StandingFaults car={car} />
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
          <NextCheck
            advice={d.advice}
            ticked={draft.means}
            onTick={(to) => change({ means: to })}
            onOutcome={(check, outcome) =>
              write({ kind: 'diagnosisChecked', carId: car.id, diagnosisId: opened.id, check, outcome, minutes: null })
            }
          />
          <WhatItIs cause={cause} draft={draft} onChange={change} onRecord={() => void close()} saving={saving} />
        </>
      )}
      <Referral
        diagnosisId={opened.id}
        carId={car.id}
        written={d.referral}
        onWrite={write}
        onRefused={setSentence}
        saving={saving}
      />
      <Text as="small">
        Probabilities are common practice, shifted by this shop’s own cases. Steering, ABS and hydraulic repair: maker’s
        manual, licensed workshop.
      </Text>
    </Screen>
  );
}

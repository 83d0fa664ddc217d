import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { carLabel, type Car, type Complaint, type Sign, complaints, findSession, longDate, dateIn } from '@calvik/core';
import { advise, casesOfShop, diagnosesOf, evidenceOf, priorOf, signsOnRecord } from '@calvik/core/diagnosis';
import { complaintWords } from '@calvik/words';
import { causeNames, signNames } from '@calvik/words/diagnosis';
import { useLogbook, useToday } from '../../state/hooks';
import { Chips } from '../../ui/chips';
import { LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useSaveFact } from '../../facts/save-fact';
import { newId } from '../../state/new-record';
import { Suspects } from './suspects';

export function NewDiagnosisScreen() {
  const { id, session, signs } = useLocalSearchParams<{ id: string; session?: string; signs?: string }>();
  const car = useLogbook().cars.get(id);
  if (!car) return <Gone what="car" back="/cars" />;
  return <NewPage car={car} sessionId={session ?? null} given={(signs ?? '').split(',').filter(Boolean)} />;
}

/** From a symptom: what the driver says is chosen, what is on record comes by itself, and the suspects are ranked while somebody chooses. */
function NewPage({ car, sessionId, given }: { car: Car; sessionId: string | null; given: string[] }) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const session = sessionId ? findSession(logbook, car.id, sessionId) : null;
  const [said, say] = useState<Complaint[]>(() => complaints.filter((c) => given.includes(c)));
  const [sentence, setSentence] = useState<string | null>(null);
  const found = useMemo(() => signsOnRecord(logbook, car, session, today), [logbook, car, session, today]);
  const prior = useMemo(() => priorOf(casesOfShop(logbook).counts), [logbook]);
  const advice = useMemo(() => advise(prior, evidenceOf(said, found, [])), [prior, said, found]);
  const hasSome = said.length > 0 || found.length > 0;
  const earlier = diagnosesOf(logbook, car.id);
  const begin = async (): Promise<void> => {
    if (!hasSome) return setSentence('Choose what is wrong first.');
    const id = newId();
    const signs: Sign[] = [
      ...said,
      ...(found.some((f) => f.sign === 'cornerHot') && !said.includes('cornerHot') ? ['cornerHot' as const] : []),
    ];
    const isSaved = await saveFact(
      {
        kind: 'diagnosisOpened',
        carId: car.id,
        sessionId: session?.fact.id ?? null,
        signs,
        corner: found.find((f) => f.corner !== null)?.corner ?? null,
      },
      today,
      undefined,
      { id },
    );
    if (isSaved) router.replace(routes.diagnosis(car.id, id));
  };
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={session ? `Find out why, after session ${session.nth}` : 'Find out why'}
      back={session ? routes.look(car.id, session.fact.id) : routes.car(car.id)}
      notice={sentence ?? problem}
      footer={
        <MainButton onPress={() => void begin()} loading={saving}>
          Begin with the first check
        </MainButton>
      }
    >
      <Section title="What is wrong">
        <Chips
          label="Signs"
          chosen={said}
          onChange={(to) => {
            setSentence(null);
            say(to);
          }}
          options={complaints.map((c) => ({ value: c, label: complaintWords[c].says }))}
        />
      </Section>
      {found.length > 0 ? (
        <Section title="On record">
          {found.map((f) => (
            <Text key={f.sign}>{`${signNames[f.sign]}${f.corner ? `, ${f.corner}` : ''}`}</Text>
          ))}
        </Section>
      ) : null}
      <Section title="Suspects">
        {hasSome ? <Suspects suspects={advice.suspects} /> : <Text tone="inkSoft">Choose what is wrong.</Text>}
        <MainButton mode="text" onPress={() => router.push(routes.caseWeights)}>
          How the suspects are weighed
        </MainButton>
      </Section>
      {earlier.length > 0 ? (
        <Section title="Earlier on this car">
          {earlier.map((d) => {
            const closed = logbook.diagnosesClosed.findLast((c) => c.diagnosisId === d.id);
            const what = closed ? causeNames[closed.cause] : 'Still open';
            return (
              <LinkRow
                key={d.id}
                label={`Diagnosis: ${what}`}
                onPress={() => router.push(routes.diagnosis(car.id, d.id))}
              >
                <Text as="strong">{what}</Text>
                <Text as="small">{`${longDate(dateIn(d.at, logbook.shop.timeZone))}: ${d.signs.map((s) => signNames[s].toLowerCase()).join('; ')}`}</Text>
              </LinkRow>
            );
          })}
        </Section>
      ) : null}
    </Screen>
  );
}

import { useLocalSearchParams, useRouter } from 'expo-router';
import { type Car, type TrackSession, carLabel, findSession } from '@calvik/core';
import { decisionNames, limitsText } from '@calvik/words/track';
import { FindingLines } from '../../facts/finding-line';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useLogbook } from '../../state/hooks';
import { ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { MainButton, Screen, Section } from '../../ui/screen';
import { SignButton } from '../../ui/sign-button';
import { Text } from '../../ui/text';
import { StandingFaults } from '../condition/standing-faults';
import { DecisionLimits } from './decision-limits';
import { useDecision } from './use-decision';
import { useFastenerNames } from './use-look';

export function DecisionScreen() {
  const { car: carId, session: id } = useLocalSearchParams<{ car: string; session: string }>();
  const logbook = useLogbook();
  const car = logbook.cars.get(carId);
  const session = car && findSession(logbook, car.id, id);
  if (!car || !session) return <Gone what="session" back="/" />;
  return <DecisionPage key={session.fact.id} car={car} session={session} />;
}

function DecisionPage({ car, session }: { car: Car; session: TrackSession }) {
  const router = useRouter();
  const logbook = useLogbook();
  const names = useFastenerNames(car);
  const d = useDecision(car, session);
  const sign = async (): Promise<void> => {
    if (await d.save()) router.replace(routes.card(car.id, session.fact.id));
  };
  const level = d.look.level?.finding;
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={`Decide after session ${session.nth}`}
      back={routes.look(car.id, session.fact.id)}
      notice={d.problem}
      footer={
        d.decision === '' ? (
          <MainButton mode="outlined" onPress={() => void sign()}>
            Not looked at: choose
          </MainButton>
        ) : (
          <SignButton onSign={() => void sign()} disabled={d.saving} danger={d.decision === 'stop'}>
            {`Sign: ${decisionNames[d.decision]}`}
          </SignButton>
        )
      }
    >
      <Section title="What was found">
        {d.findings.length === 0 ? (
          <Text>Nothing out of the ordinary.</Text>
        ) : (
          <FindingLines findings={d.findings} fasteners={names} />
        )}
        {level?.verdict === 'inOrder' ? <FindingLines findings={[level]} /> : null}
      </Section>
      <StandingFaults car={car} />
      <Section title="Decision">
        <ChoiceChips
          label="Decision"
          columns={3}
          value={d.decision}
          onChange={(decision) => d.set({ decision })}
          options={(['go', 'limits', 'stop'] as const).map((value) => ({ value, label: decisionNames[value] }))}
        />
        <Text as="small">
          {d.proposed === null
            ? 'Not looked at: no advice. Look first, or stop it; the lead may let it out with limits and a reason.'
            : `Advice: ${decisionNames[d.proposed].toLowerCase()}.`}
        </Text>
      </Section>
      {d.decision === 'limits' ? <DecisionLimits d={d} /> : null}
      {d.decision === 'stop' ? null : (
        <Section title="Next look">
          <ChoiceChips
            label="Look after"
            columns={3}
            value={d.lookAfter}
            onChange={(lookAfter) => d.set({ lookAfter })}
            options={['1', '2', '3'].map((n) => ({ value: n, label: n === '1' ? 'The next' : `${n} sessions` }))}
          />
        </Section>
      )}
      <LineInput
        label={d.needsReason ? 'Reason (required)' : 'Reason'}
        value={d.reason}
        onChange={(reason) => d.set({ reason })}
        maxLength={300}
      />
      {typeof d.limits !== 'string' && d.decision === 'limits' ? (
        <Text as="strong">{`The driver reads: ${limitsText(d.limits)}.`}</Text>
      ) : null}
      <Text as="small">Nobody drives on a doubtful pedal. Calvik advises; whoever signs decides.</Text>
    </Screen>
  );
}

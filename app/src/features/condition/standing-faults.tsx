import { useRouter } from 'expo-router';
import { type Car, conditionOf, worstOf } from '@calvik/core';
import { counted } from '@calvik/words';
import { useLogbook } from '../../state/hooks';
import { LinkRow, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { routes } from '../../routes';

/** The way to what stands against a car, with how much it is; nothing where nobody ever found anything. */
export function StandingFaults({ car }: { car: Car }) {
  const router = useRouter();
  const logbook = useLogbook();
  const { faults } = conditionOf(logbook, car);
  const standing = faults.filter((f) => f.state === 'open' || f.state === 'letPass');
  if (faults.length === 0) return null;
  return (
    <Section title="What stands against it">
      <LinkRow label="What stands against it" onPress={() => router.push(routes.condition(car.id))}>
        {standing.length > 0 ? <VerdictMark verdict={worstOf(standing.map((f) => f.finding))} /> : null}
        <Text as="strong">
          {standing.length === 0
            ? 'Nothing that was found still stands'
            : `${counted(standing.length, 'fault')} standing`}
        </Text>
        <Text as="small">
          {standing.length === 0
            ? `${counted(faults.length, 'fault')} on record, over.`
            : 'What cures each, and what shows it.'}
        </Text>
      </LinkRow>
    </Section>
  );
}

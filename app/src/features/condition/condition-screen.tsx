import { useLocalSearchParams } from 'expo-router';
import { View, StyleSheet } from 'react-native';
import { type Car, carLabel, conditionOf, notShownFor, seenProofs, severity } from '@calvik/core';
import { whereShown } from '@calvik/words/condition';
import { useLogbook } from '../../state/hooks';
import { Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { FindingLine } from '../../facts/finding-line';
import { useFastenerNames } from '../track/use-look';
import { FaultCard, Rechecks } from './fault-card';
import { EndedFault } from './ended-fault';
import { Uses } from './uses';

const bySight: ReadonlySet<string> = new Set(seenProofs);

export function ConditionScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const car = useLogbook().cars.get(id);
  return car ? <ConditionPage car={car} /> : <Gone what="car" back="/cars" />;
}

/** What stands against a car, what cures it, and what was over before: whoever has it next sees what everybody found. */
function ConditionPage({ car }: { car: Car }) {
  const logbook = useLogbook();
  const { faults, voided } = conditionOf(logbook, car);
  const fasteners = useFastenerNames(car);
  const never = notShownFor(logbook, car, 'session', null).filter((f) => f.code === 'neverLookedAt');
  const standing = faults
    .filter((f) => f.state === 'open' || f.state === 'letPass')
    .sort((a, b) => severity(b.finding.verdict) - severity(a.finding.verdict));
  const ended = faults.filter((f) => f.state === 'cured' || f.state === 'retracted').reverse();
  return (
    <Screen title={carLabel(logbook, car.id)} above="What stands against it" back={routes.car(car.id)}>
      {standing.length === 0 ? (
        <Text>
          {faults.length === 0
            ? 'Nobody has found anything wrong with this car.'
            : 'Nothing that was found still stands.'}
        </Text>
      ) : (
        <View role="list" aria-label="Standing faults" style={styles.list}>
          {standing.map((fault) => (
            <FaultCard key={`${fault.kind} ${JSON.stringify(fault.place)}`} car={car} fault={fault} />
          ))}
        </View>
      )}
      <Uses car={car} />
      {voided.length > 0 ? (
        <Section title="To be shown again">
          {voided.map((v) => (
            <View key={`${v.proof} ${JSON.stringify(v.place)}`} style={styles.again}>
              <FindingLine finding={v.finding} fasteners={fasteners} />
              {bySight.has(v.proof) ? (
                <Rechecks car={car} missing={[v]} />
              ) : (
                <Text as="small">{whereShown[v.proof] ?? ''}</Text>
              )}
            </View>
          ))}
        </Section>
      ) : null}
      {never.length > 0 ? (
        <Section title="Not looked at">
          {never.map((f) => (
            <FindingLine key={f.code} finding={f} fasteners={fasteners} />
          ))}
          <Text as="small">A service looks at all of it; the look after the first session too.</Text>
        </Section>
      ) : null}
      {ended.length > 0 ? (
        <Section title="Over">
          {ended.map((fault) => (
            <EndedFault key={`${fault.kind} ${JSON.stringify(fault.place)}`} car={car} fault={fault} />
          ))}
        </Section>
      ) : null}
      <Text as="small">
        A fault ends by what cures it and by what shows it, in that order. Nobody drives on a doubtful pedal. The car
        maker’s manual comes first.
      </Text>
    </Screen>
  );
}

const styles = StyleSheet.create({ list: { gap: 20 }, again: { gap: 8 } });

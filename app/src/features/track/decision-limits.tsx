import { StyleSheet, View } from 'react-native';
import { cornerNames, counted } from '@calvik/words';
import { Chips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import type { DecisionInHand } from './use-decision';

/** What the next session keeps to, beside what pads and fluid would stand. */
export function DecisionLimits({ d }: { d: DecisionInHand }) {
  const { show } = useUnits();
  return (
    <Section title="It keeps to">
      <View style={styles.row}>
        <LineInput label="Laps at most" value={d.laps} onChange={(laps) => d.set({ laps })} style={styles.grow} />
        <LineInput
          label="Minutes at most"
          value={d.minutes}
          onChange={(minutes) => d.set({ minutes })}
          style={styles.grow}
        />
      </View>
      <Text as="small">
        {d.pads.length > 0
          ? `Pads: ${d.pads
              .map((p) => `${cornerNames[p.corner]} ${counted(p.laps, 'lap')} (${show(p.perLapMm, 'length', 2)} a lap)`)
              .join(', ')}.`
          : 'Pads were not read twice: no laps computed.'}{' '}
        {fluidText(d.longest)}
      </Text>
      <Chips
        label="Limits"
        chosen={d.traits}
        onChange={(traits) => d.set({ traits })}
        options={[
          { value: 'coolDownLap', label: 'Cool-down lap' },
          { value: 'notInTheWet', label: 'Not in the wet' },
        ]}
      />
    </Section>
  );
}

function fluidText({ minutes, isKnown }: DecisionInHand['longest']): string {
  if (!isKnown) return 'Fluid: not computed.';
  if (minutes === null) return 'Fluid: a session like this one stays under its margin.';
  return minutes === 0
    ? 'Fluid: even a minute like these goes over its margin.'
    : `Fluid: ${minutes} min like these keep its margin.`;
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});

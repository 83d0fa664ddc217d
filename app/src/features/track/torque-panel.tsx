import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { brakeSheetOf, openJobsOfCar, workKey } from '@calvik/core';
import { cornerNames, patternText } from '@calvik/words';
import { useLogbook, useToday } from '../../state/hooks';
import { GUIDED_TARGET } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/verdict';
import { useSaveFact } from '../save-fact';
import { TorqueLineForm, keyOf } from '../service/steps/torque-line';
import type { PanelProps } from './use-look';
import { jobAtEvent } from './use-track';

/** Nuts and caliper bolts again to their figures, line by line, as in the service. */
export function TorquePanel({ car, session, look, onDone }: PanelProps) {
  const t = useTokens();
  const units = useUnits();
  const logbook = useLogbook();
  const today = useToday();
  const { saveFact } = useSaveFact();
  const { torque: lines } = look;
  const firstOpen = lines.find((l) => l.set === null) ?? lines[0];
  const [openKey, setOpenKey] = useState<string | null>(null);
  const active = lines.find((l) => keyOf(l) === openKey) ?? firstOpen;
  const [, setClicked] = useState(0);
  const job = jobAtEvent(logbook, car.id, session.fact.eventId);
  if (!job) return <Text>Save a session of this car first.</Text>;
  if (!active) return <Text>This car’s sheet has no nuts and bolts to torque again.</Text>;
  /** Planned work that this ends. */
  const tick = async (): Promise<void> => {
    const key = workKey('reTorque');
    const planned = openJobsOfCar(logbook, car.id).find((j) => j.covers.includes(key));
    if (planned)
      await saveFact({ kind: 'workDone', carId: car.id, jobId: planned.id, items: [key], minutes: null }, today);
  };
  return (
    <View style={styles.gap}>
      <View role="group" aria-label="Torque table">
        {lines.map((line) => {
          const { fastener: f, corner, set } = line;
          const on = line === active;
          return (
            <Pressable
              key={keyOf(line)}
              role="button"
              aria-label={`${f.name}, ${cornerNames[corner]}`}
              aria-pressed={on}
              onPress={() => setOpenKey(keyOf(line))}
              style={[
                styles.line,
                { borderColor: on ? t.iron : t.rule, backgroundColor: on ? t.ironWash : 'transparent' },
              ]}
            >
              <View style={styles.grow}>
                <Text as="strong">{`${f.name}, ${corner}`}</Text>
                <Text as="small">{patternText(f)}</Text>
              </View>
              <Text as="strong" tone={f.torqueNm === null ? 'stop' : 'ink'}>
                {f.torqueNm === null ? 'No figure' : units.show(f.torqueNm, 'torque')}
              </Text>
              {set ? (
                <VerdictMark verdict={line.verdict} word={line.verdict === 'inOrder' ? 'Done' : undefined} />
              ) : (
                <Text as="label">Open</Text>
              )}
            </Pressable>
          );
        })}
      </View>
      <TorqueLineForm
        key={keyOf(active)}
        s={{ job, car, sheet: brakeSheetOf(logbook, car) }}
        step={{ state: active.set ? 'done' : 'todo' }}
        line={active}
        onClicks={setClicked}
        onSaved={() => {
          const next = lines.find((l) => keyOf(l) !== keyOf(active) && l.set === null && l.fastener.torqueNm !== null);
          setOpenKey(next ? keyOf(next) : null);
          if (!next) {
            void tick();
            onDone();
          }
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 10 },
  line: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 10,
    minHeight: GUIDED_TARGET,
    borderBottomWidth: 1,
    borderLeftWidth: 3,
    paddingHorizontal: 8,
  },
  grow: { flex: 1, minWidth: 0 },
});

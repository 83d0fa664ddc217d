import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { brakeSheetOf, openJobsOfCar, workKey } from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { Text } from '../../ui/text';
import { useSaveFact } from '../../facts/save-fact';
import { TorqueLineForm } from '../torque/torque-line-form';
import { TorqueTable } from '../torque/torque-table';
import { keyOf } from '../torque/use-torque-line';
import type { PanelProps } from './use-look';
import { jobAtEvent } from './use-track';

/** Nuts and caliper bolts again to their figures, line by line, as in the service. */
export function TorquePanel({ car, session, look, onDone }: PanelProps) {
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
      <TorqueTable lines={lines} active={active} onOpen={(line) => setOpenKey(keyOf(line))} />
      <TorqueLineForm
        key={keyOf(active)}
        jobId={job.id}
        car={car}
        sheet={brakeSheetOf(logbook, car)}
        isDone={active.set !== null}
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

const styles = StyleSheet.create({ gap: { gap: 10 } });

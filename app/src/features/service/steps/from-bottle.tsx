import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { bottleChoices } from '@calvik/core';
import { useToday } from '../../../state/hooks';
import { MainButton } from '../../../ui/screen';
import { RadioList } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { useUnits } from '../../../ui/units';
import type { StepProps } from '../use-service';

/** The bottles that could go into this car, the likeliest first, with everything against each. */
export function useShelf({ s, logbook }: Pick<StepProps, 's' | 'logbook'>) {
  const today = useToday();
  const inCar = s.fluid.state.current.fluids[0]?.id;
  return useMemo(() => bottleChoices(logbook, s.car, inCar, today), [logbook, today, s.car, inCar]);
}

/** Which bottle fluid comes out of: those that may go into this car. */
export function FromBottle({
  s,
  logbook,
  bottleId,
  onChoose,
}: Pick<StepProps, 's' | 'logbook'> & { bottleId: string; onChoose: (bottleId: string) => void }) {
  const { show } = useUnits();
  const shelf = useShelf({ s, logbook });
  const [isOpen, setOpen] = useState(bottleId === '');
  const now = logbook.bottles.get(bottleId);
  if (!isOpen)
    return (
      <View style={styles.row}>
        <Text as="strong" style={styles.grow}>{`From bottle ${now?.label ?? '?'}`}</Text>
        <MainButton mode="text" onPress={() => setOpen(true)}>
          Another bottle
        </MainButton>
      </View>
    );
  return (
    <RadioList
      label="Bottle"
      value={bottleId}
      onChange={(id) => {
        onChoose(id);
        setOpen(false);
      }}
      options={shelf
        .filter((x) => x.verdict !== 'stop')
        .slice(0, 6)
        .map((x) => ({
          value: x.state.bottle.id,
          label: `${x.state.bottle.label} ${x.state.fluid?.name ?? ''}, ${show(x.state.leftMl, 'volume')} left`,
        }))}
    />
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});

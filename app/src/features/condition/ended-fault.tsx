import { View } from 'react-native';
import type { Car, Fault } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { Text } from '../../ui/text';
import { useFastenerNames } from '../track/use-look';
import { useWhen } from './use-when';

/** A fault that is over: what it was, and by what it ended. */
export function EndedFault({ car, fault }: { car: Car; fault: Fault }) {
  const tell = useTell();
  const fasteners = useFastenerNames(car);
  const when = useWhen();
  const logbook = useLogbook();
  const { ended } = fault;
  const who = logbook.crew.get(ended?.by ?? '')?.name ?? 'somebody';
  return (
    <View>
      <Text>{tell(fault.finding, fasteners)}</Text>
      <Text as="small">{`Found ${when(fault.found.at(-1)!)}.`}</Text>
      <Text as="small">
        {fault.state === 'retracted'
          ? `Withdrawn by ${who}: ${ended?.because ?? (ended && 'done' in ended ? String(ended.done) : 'read again')}`
          : ended
            ? `Cured ${when(ended)}, and shown since.`
            : 'Looked at again, and right.'}
      </Text>
    </View>
  );
}

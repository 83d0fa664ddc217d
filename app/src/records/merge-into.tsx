import { useState } from 'react';
import { carLabel } from '@calvik/core';
import { counted } from '@calvik/words';
import { useCrewOnDuty, useLogbook, useSync } from '../state/hooks';
import { PickList } from '../ui/pick-list';
import { MainButton } from '../ui/screen';
import { Text } from '../ui/text';

/** A customer or a car that was entered twice: one of the two stays, and has all that hangs on the other. It can be taken apart again. */
export function MergeInto({ collection, id, name }: { collection: 'cars' | 'customers'; id: string; name: string }) {
  const logbook = useLogbook();
  const sync = useSync();
  const crew = useCrewOnDuty();
  const [isChoosing, setChoosing] = useState(false);
  const [into, setInto] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const nameOf = (of: string): string =>
    collection === 'cars' ? carLabel(logbook, of) : (logbook.customers.get(of)?.name ?? '');
  const others = [...(collection === 'cars' ? logbook.cars : logbook.customers).values()]
    .filter((r) => !r.archived && r.id !== id)
    .map((r) => ({ value: r.id, label: nameOf(r.id) }))
    .sort((a, b) => a.label.localeCompare(b.label));
  const goes =
    collection === 'cars'
      ? [
          counted(logbook.factsOfCar(id).length, 'entry', 'entries'),
          counted(logbook.jobsOfCar(id).length, 'job'),
          counted(logbook.bookingsOfCar(id).length, 'booking'),
        ]
      : [counted([...logbook.cars.values()].filter((c) => c.customerId === id && !c.archived).length, 'car')];
  const merge = async (): Promise<void> => {
    const record = (collection === 'cars' ? logbook.cars : logbook.customers).get(id)!;
    const result = await sync.save(collection, { ...record, archived: true, mergedIntoId: into });
    setProblem(result.state === 'refused' ? result.sentence : null);
    setInto(null);
  };
  if (others.length === 0 || crew?.role !== 'lead') return null;
  return (
    <>
      {into ? (
        <>
          <Text tone="amber" live>
            {`${goes.join(', ')} of ${name} go to ${nameOf(into)}. What stands of ${nameOf(into)} stays, and ${name} is archived: there the two can be taken apart again.`}
          </Text>
          <MainButton mode="outlined" danger onPress={() => void merge()}>
            {`Merge into ${nameOf(into)}`}
          </MainButton>
          <MainButton mode="text" onPress={() => setInto(null)}>
            Leave it
          </MainButton>
        </>
      ) : (
        <MainButton mode="text" onPress={() => setChoosing(true)}>
          {collection === 'cars'
            ? 'Entered twice: merge into another car'
            : 'Entered twice: merge into another customer'}
        </MainButton>
      )}
      <PickList
        title="Which one stays?"
        options={others}
        chosen={undefined}
        visible={isChoosing}
        onClose={() => setChoosing(false)}
        onPick={(picked) => {
          setChoosing(false);
          setInto(picked);
        }}
      />
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </>
  );
}

import { useState } from 'react';
import { type Collection, type Logbook, type RecordOf, hangsOn } from '@calvik/core';
import { collectionNames, counted } from '@calvik/words';
import type { Saved } from '../api/client';
import { useLogbook, useSync, useToday } from '../state/hooks';
import { MainButton, Section } from '../ui/screen';
import { Text } from '../ui/text';
import { MergeInto } from './merge-into';
import { RecordChanges, nameIn } from './record-changes';
import { useBreaks } from './use-breaks';

/** Collections of which a record can be put away, with their shelf in the logbook. */
export type Storable = Exclude<
  Collection,
  'shops' | 'crew' | 'jobs' | 'bookings' | 'messages' | 'brakeSheets' | 'imports'
>;

/** The foot of a record's page: who changed what; and it is put away, after saying what hangs on it, and taken back: nothing is ever deleted. */
export function RecordFoot<C extends Storable>({
  collection,
  record,
  name,
  words = 'Archive',
}: {
  collection: C;
  record: RecordOf<C>;
  name: string;
  /** On the button: "Archive", "Cancel the event". */
  words?: string;
}) {
  const logbook = useLogbook();
  const today = useToday();
  const sync = useSync();
  const [asking, setAsking] = useState(false);
  const { mayGo, warning } = useBreaks();
  const [problem, setProblem] = useState<string | null>(null);
  const now = (logbook[collection] as ReadonlyMap<string, RecordOf<C>>).get(record.id) ?? record;
  const hanging = hangsOn(logbook, collection, record.id, today);
  const set = async (archived: boolean): Promise<void> => {
    const result = await sync.save(collection, (archived ? { ...now, archived } : restored(now)) as Saved);
    setProblem(result.state === 'refused' ? result.sentence : null);
    setAsking(false);
  };
  const { mergedIntoId: into = null } = now as { mergedIntoId?: string | null };
  const nameOf = nameIn(logbook);
  if (now.archived)
    return (
      <Section title="Archive">
        <Text tone="amber" live>
          {into ? `${name} was merged into ${nameOf(into)}, which has all of it now.` : `${name} is archived.`}
        </Text>
        <MainButton mode="outlined" onPress={() => void set(false)}>
          {into ? 'Take the two apart again' : 'Restore'}
        </MainButton>
        <RecordChanges key={now.version} collection={collection} id={now.id} />
        {problem ? <Text tone="stop">{problem}</Text> : null}
      </Section>
    );
  return (
    <Section title="This record">
      <RecordChanges key={now.version} collection={collection} id={now.id} />
      {asking ? (
        <>
          <Text tone={hanging.length > 0 ? 'amber' : 'ink'} live>
            {hanging.length > 0
              ? `Still in use by ${hanging.map(hangsText).join('; ')}. They stay, and what no longer fits is listed under “Needs another look”.`
              : warning
                ? 'It is counted on:'
                : 'Nothing hangs on it.'}
          </Text>
          {warning}
          <MainButton mode="outlined" danger onPress={() => void set(true)}>
            {`${words}: ${name}`}
          </MainButton>
          <MainButton mode="text" onPress={() => setAsking(false)}>
            Leave it
          </MainButton>
        </>
      ) : (
        <>
          {collection === 'cars' || collection === 'customers' ? (
            <MergeInto collection={collection} id={now.id} name={name} />
          ) : null}
          <MainButton
            mode="text"
            danger
            onPress={() => {
              // What breaks is shown with the question, whatever it is.
              mayGo([{ collection, body: { ...now, archived: true } as Saved }]);
              setAsking(true);
            }}
          >
            {words}
          </MainButton>
        </>
      )}
      {problem ? <Text tone="stop">{problem}</Text> : null}
    </Section>
  );
}

const hangsText = ({ collection, names }: ReturnType<typeof hangsOn>[number]): string =>
  `${counted(names.length, collectionNames[collection])} (${names.slice(0, 3).join(', ')}${names.length > 3 ? ' …' : ''})`;

/** A record that is put away, back again: what was merged is apart again. */
export const restored = <T extends object>(record: T): T => ({
  ...record,
  archived: false,
  ...('mergedIntoId' in record ? { mergedIntoId: null } : {}),
});

/** All of them, in the order in which they are shown; one that is forgotten does not compile. */
const shelves: Record<Storable, true> = {
  customers: true,
  cars: true,
  carKinds: true,
  events: true,
  venues: true,
  fluids: true,
  bottles: true,
  padSets: true,
  rotorPairs: true,
  compounds: true,
  wearParts: true,
  suppliers: true,
  orders: true,
  lifts: true,
  wrenches: true,
  ruleSets: true,
  procedures: true,
  queueEntries: true,
};

/** Everything that is put away, by collection. */
export const putAway = (logbook: Logbook): { collection: Storable; records: { id: string; name: string }[] }[] =>
  (Object.keys(shelves) as Storable[])
    .map((collection) => ({
      collection,
      records: [...(logbook[collection] as ReadonlyMap<string, { id: string; archived: boolean }>).values()]
        .filter((r) => r.archived)
        .map((r) => ({ id: r.id, name: nameOf(r) })),
    }))
    .filter((c) => c.records.length > 0);

const nameOf = (record: object): string => {
  const { name, label, placedOn, walkIn } = record as {
    name?: string;
    label?: string;
    placedOn?: string;
    walkIn?: { car: string } | null;
  };
  return name ?? label ?? walkIn?.car ?? (placedOn ? `Order of ${placedOn}` : 'Car in the queue');
};

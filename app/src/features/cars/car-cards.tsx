import { useRouter } from 'expo-router';
import { useState } from 'react';
import { type Car, type CarKind, assumedKeys, isSameName } from '@calvik/core';
import { lacksAdapter, toolsFor } from '@calvik/core/run-up';
import { assumedNames } from '@calvik/words';
import { toolText } from '@calvik/words/work';
import { useLogbook, useSync } from '../../state/hooks';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { routes } from '../../routes';
import { newRecord } from '../../state/new-record';

/** What stands as a default on a car's record: said until somebody says it; nothing where everything is said. */
export function NotSaid({ car }: { car: Car }) {
  const router = useRouter();
  const open = assumedKeys.filter((k) => car.assumed.includes(k));
  if (open.length === 0) return null;
  return (
    <Section title="Not said yet">
      <Text tone="amber" testID="not-said">
        {`Default figures stand for: ${open.map((k) => assumedNames[k].toLowerCase()).join(', ')}. Volumes, order of bleeding and heat rest on them.`}
      </Text>
      <MainButton mode="outlined" onPress={() => router.push(routes.editCar(car.id))}>
        Say what it has
      </MainButton>
    </Section>
  );
}

/** Tools that this car wants, and the car as a kind to begin others from. */
export function ToolsOfCar({ car }: { car: Car }) {
  const router = useRouter();
  const logbook = useLogbook();
  const sync = useSync();
  const [name, setName] = useState([car.make, car.model].filter(Boolean).join(' ') || car.name);
  const [naming, setNaming] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const tools = toolsFor(logbook, car, ['flush', 'pads', 'rotors']);
  const saveKind = async (): Promise<void> => {
    const same = [...logbook.carKinds.values()].find((k) => !k.archived && isSameName(k.name, name));
    const sheet = logbook.brakeSheetOfCar(car.id);
    const {
      id: _,
      customerId: _c,
      name: _n,
      plate: _p,
      year: _y,
      notes: _o,
      make,
      model,
      version: _v,
      archived: _a,
      ...plumbing
    } = car;
    const kind: CarKind = {
      ...(same ?? newRecord()),
      name: name.trim(),
      make,
      model,
      plumbing,
      sheet,
    };
    const result = await sync.save('carKinds', kind);
    setSaid(
      result.state === 'refused' ? result.sentence : `Saved as a kind: ${kind.name}. New cars can begin from it.`,
    );
    if (result.state !== 'refused') setNaming(false);
  };
  return (
    <Section
      title="Tools"
      aside={
        <MainButton mode="text" onPress={() => router.push(routes.editCar(car.id))}>
          Change
        </MainButton>
      }
    >
      {tools.length === 0 ? <Text tone="inkSoft">Nobody has said which tools this car wants.</Text> : null}
      {tools.map((tool) => (
        <Text key={tool.tool}>{toolText(tool)}</Text>
      ))}
      {lacksAdapter(logbook, car) ? (
        <Text tone="amber">{`Cap adapter ${car.tools.capAdapter}: not in the shop, the pedal is planned instead.`}</Text>
      ) : null}
      {naming ? (
        <>
          <LineInput label="Name of the kind" value={name} onChange={setName} maxLength={80} />
          <MainButton mode="outlined" onPress={() => void saveKind()}>
            Save the kind
          </MainButton>
        </>
      ) : (
        <MainButton mode="text" onPress={() => setNaming(true)}>
          Save as a kind of car
        </MainButton>
      )}
      {said ? (
        <Text as="small" live>
          {said}
        </Text>
      ) : null}
    </Section>
  );
}

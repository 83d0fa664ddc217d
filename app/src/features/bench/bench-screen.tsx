import { carLabel } from '@calvik/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useLogbook } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { PickList } from '../../ui/pick-list';
import { quantityText } from '../../ui/quantity-text';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { TesterPanel } from '../fluid/tester-panel';
import { useSaveFact } from '../../facts/save-fact';
import { useToday } from '../../state/hooks';
import { routes } from '../../routes';

/** The bench: the boiling tester on any car's or bottle's sample, and the way to the pen. */
export function BenchScreen() {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { system, show } = useUnits();
  const { saveFact, saving, problem } = useSaveFact();
  const [menu, setMenu] = useState(false);
  const [sample, setSample] = useState<{ kind: 'car' | 'bottle'; id: string } | null>(null);
  const [result, setResult] = useState<{ readingC: number; ambientKpa: number } | null>(null);
  const cars = [...logbook.cars.values()].filter((c) => !c.archived).sort((a, b) => a.name.localeCompare(b.name));
  const bottles = [...logbook.bottles.values()].filter((b) => !b.archived);
  const samples = [
    ...cars.map((c) => ({ value: c.id, label: carLabel(logbook, c.id) })),
    ...bottles.map((b) => ({ value: b.id, label: `Bottle ${b.label} ${logbook.fluids.get(b.fluidId)?.name ?? ''}` })),
  ];
  const car = sample?.kind === 'car' ? logbook.cars.get(sample.id) : undefined;
  const bottle = sample?.kind === 'bottle' ? logbook.bottles.get(sample.id) : undefined;
  const name = car
    ? carLabel(logbook, car.id)
    : bottle
      ? `${bottle.label} ${logbook.fluids.get(bottle.fluidId)?.name ?? ''}`
      : null;
  const choose = (kind: 'car' | 'bottle', id: string): void => {
    setSample({ kind, id });
    setResult(null);
    setMenu(false);
  };
  const save = async (): Promise<void> => {
    if (!sample || !result) return;
    const from = sample.kind === 'car' ? { carId: sample.id } : { bottleId: sample.id };
    if (
      await saveFact(
        { kind: 'boilingTest', ...from, ...result, ambientFrom: 'altitude', instrument: 'simulatedTester' },
        today,
      )
    ) {
      router.push(sample.kind === 'car' ? routes.fluid(sample.id) : routes.bottle(sample.id));
    }
  };
  return (
    <Screen title="Bench" above="Simulated instruments">
      <Section title="Boiling tester">
        <MainButton mode="outlined" icon="down" onPress={() => setMenu(true)}>
          {name ? `Sample: ${name}` : 'Choose the sample'}
        </MainButton>
        <PickList
          title="Sample"
          options={samples}
          chosen={sample?.id}
          visible={menu}
          onClose={() => setMenu(false)}
          onPick={(id) => choose(logbook.cars.has(id) ? 'car' : 'bottle', id)}
        />
        {sample ? (
          <TesterPanel
            key={sample.id}
            sample={sample.kind === 'car' ? { carId: sample.id } : { bottleId: sample.id }}
            depth={car ? quantityText(car.reservoirDepthMm, 'length', system) : '30 mm'}
            onResult={(readingC, ambientKpa) => setResult({ readingC, ambientKpa })}
          />
        ) : (
          <Text tone="inkSoft">Draw a sample from a reservoir or a bottle, and choose it here.</Text>
        )}
        {result && name ? (
          <MainButton onPress={() => void save()} loading={saving}>
            {`Save ${show(result.readingC, 'temperature')} for ${name}`}
          </MainButton>
        ) : null}
        {problem ? (
          <Text tone="stop" live>
            {problem}
          </Text>
        ) : null}
      </Section>
      <Section title="Moisture pen">
        <Text>The pen is dipped at the car: open the car, choose Test fluid, then Pen.</Text>
        <MainButton mode="outlined" onPress={() => router.push(routes.cars)}>
          To the cars
        </MainButton>
      </Section>
    </Screen>
  );
}

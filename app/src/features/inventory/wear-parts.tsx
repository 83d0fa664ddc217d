import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { dateIn, longDate } from '@calvik/core';
import { wearPartsOnCar } from '@calvik/core';
import { awaited, onShelf } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { LinkRow, MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { routes } from '../../routes';

/** Hoses and small parts, counted; what runs low says so. */
export function WearParts() {
  const router = useRouter();
  const logbook = useLogbook();
  const parts = [...logbook.wearParts.values()].filter((p) => !p.archived).sort((a, b) => a.name.localeCompare(b.name));
  return (
    <Section
      title="Hoses and small parts"
      aside={
        <MainButton mode="text" icon="plus" onPress={() => router.push(routes.wearPart('new'))}>
          New part
        </MainButton>
      }
    >
      {parts.length === 0 ? <Text tone="inkSoft">None yet.</Text> : null}
      <View>
        {parts.map((p) => {
          const here = onShelf(logbook, p.id);
          const coming = awaited(logbook)
            .filter((a) => a.likeId === p.id)
            .reduce((n, a) => n + a.left, 0);
          return (
            <LinkRow key={p.id} label={p.name} onPress={() => router.push(routes.wearPart(p.id))}>
              <Text as="strong">{p.name}</Text>
              <Text as="small" tone={here <= p.reorderAt ? 'amber' : 'inkSoft'}>
                {`${here} on the shelf${here <= p.reorderAt ? `, low at ${p.reorderAt}` : ''}${coming > 0 ? `, ${coming} ordered` : ''}`}
              </Text>
            </LinkRow>
          );
        })}
      </View>
    </Section>
  );
}

/** Hoses and small parts that went on a car. */
export function WearPartsOnCar({ carId }: { carId: string }) {
  const logbook = useLogbook();
  return (
    <View>
      {wearPartsOnCar(logbook, carId).map(({ part, at, count }) => (
        <Text key={`${part.id} ${at}`} as="small">
          {`${count} × ${part.name}, since ${longDate(dateIn(at, logbook.shop.timeZone))}`}
        </Text>
      ))}
    </View>
  );
}

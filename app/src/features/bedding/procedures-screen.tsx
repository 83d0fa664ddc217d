import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { shippedProcedures } from '@calvik/core';
import { authorNames, seriesText } from '@calvik/words/bedding';
import { useLogbook } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { routes } from '../../routes';

const shipped = new Set(shippedProcedures.map((p) => p.id));

/** Bedding procedures: those that come with Calvik, and the shop's own. */
export function ProceduresScreen() {
  const router = useRouter();
  const logbook = useLogbook();
  const say = useSay();
  const all = [...logbook.procedures.values()].filter((p) => !p.archived);
  const groups = [
    { title: 'Of makers, and the shop’s own', list: all.filter((p) => !shipped.has(p.id)) },
    { title: 'Common practice', list: all.filter((p) => shipped.has(p.id)) },
  ];
  return (
    <Screen
      title="Bedding procedures"
      above="Stock"
      back={routes.inventory}
      footer={
        <MainButton icon="plus" onPress={() => router.push(routes.newProcedure())}>
          New procedure
        </MainButton>
      }
    >
      {groups.map(({ title, list }) => (
        <Section key={title} title={title}>
          {list.length === 0 ? (
            <Text tone="inkSoft">
              None yet. Type the maker’s sheet of a compound once, and it is proposed from then on.
            </Text>
          ) : null}
          <View>
            {list.map((p) => (
              <LinkRow key={p.id} label={`Procedure ${p.name}`} onPress={() => router.push(routes.procedure(p.id))}>
                <Text as="strong">{p.name}</Text>
                <Text as="small">
                  {[
                    authorNames[p.author],
                    logbook.compounds.get(p.compoundId ?? '')?.name ?? '',
                    p.version > 0 ? `version ${p.version}` : '',
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </Text>
                <Text as="small">
                  {p.isMachine ? 'Nothing is driven.' : p.series.map((s) => seriesText(s, say)).join('; ')}
                </Text>
              </LinkRow>
            ))}
          </View>
        </Section>
      ))}
    </Screen>
  );
}

import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { useLogbook } from '../../state/hooks';
import { LinkRow, MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { routes } from '../../routes';

/** Compounds that pad sets are made of. */
export function Compounds() {
  const router = useRouter();
  const { show } = useUnits();
  const compounds = [...useLogbook().compounds.values()]
    .filter((c) => !c.archived)
    .sort((a, b) => a.name.localeCompare(b.name));
  return (
    <Section
      title="Compounds"
      aside={
        <MainButton mode="text" icon="plus" onPress={() => router.push(routes.newCompound)}>
          New compound
        </MainButton>
      }
    >
      {compounds.length === 0 ? <Text tone="inkSoft">None yet: a pad set names its compound.</Text> : null}
      <View>
        {compounds.map((c) => (
          <LinkRow key={c.id} label={`Compound ${c.name}`} onPress={() => router.push(routes.compound(c.id))}>
            <Text as="strong">{c.name}</Text>
            <Text as="small">{`For ${c.use === 'race' ? 'racing' : `the ${c.use}`}, ${c.maxTempC === null ? 'highest temperature not on record' : `to ${show(c.maxTempC, 'temperature')}`}${c.friction === null ? '' : `, friction ${c.friction}`}`}</Text>
          </LinkRow>
        ))}
      </View>
      <LinkRow label="Bedding procedures" onPress={() => router.push(routes.procedures)}>
        <Text as="strong">Bedding procedures</Text>
        <Text as="small">Of makers, of the shop, and common practice</Text>
      </LinkRow>
    </Section>
  );
}

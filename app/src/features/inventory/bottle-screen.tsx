import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import {
  type Bottle,
  bottleState,
  isLocalDate,
  judgeBottleAge,
  longDate,
  parseQuantity,
  preferredUnit,
} from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { DateInput } from '../../ui/date-input';
import { LineInput } from '../../ui/line-input';
import { Gone } from '../../records/not-found-page';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { FindingLine } from '../../facts/finding-line';
import { BottleHistory } from '../fluid/history';
import { RecordFoot } from '../../records/record-foot';
import { useSaveFact } from '../../facts/save-fact';
import { counted, reservedText } from '@calvik/words';
import { quantityProblemText } from '@calvik/words/input';

export function BottleScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const bottle = useLogbook().bottles.get(id);
  return bottle ? <BottlePage bottle={bottle} /> : <Gone what="bottle" back="/inventory" />;
}

/** One bottle: what is left, how long it has been open; open it, or set what is really left. */
function BottlePage({ bottle }: { bottle: Bottle }) {
  const logbook = useLogbook();
  const today = useToday();
  const { show, system } = useUnits();
  const { saveFact, saving, problem } = useSaveFact();
  const [left, setLeft] = useState('');
  const [openedOn, setOpenedOn] = useState(today);
  const [sentence, setSentence] = useState<string | null>(null);
  const state = bottleState(logbook, bottle, today);
  const setLevel = async (): Promise<void> => {
    const parsed = parseQuantity(left, 'volume', preferredUnit('volume', system));
    if (!parsed.ok) return setSentence(quantityProblemText(parsed));
    setSentence(null);
    if (await saveFact({ kind: 'bottleLevel', bottleId: bottle.id, leftMl: parsed.value }, today)) setLeft('');
  };
  const age = judgeBottleAge(logbook, state);
  return (
    <Screen title={`${bottle.label}  ${state.fluid?.name ?? ''}`} above="Bottle" back="/inventory">
      <View>
        <Text as="label">Left by the count</Text>
        <Text as="bigFigure" testID="bottle-left">
          {show(state.leftMl, 'volume')}
        </Text>
        <Text as="small">{`of ${show(bottle.sizeMl, 'volume')}, ${state.openedOn ? `opened ${longDate(state.openedOn)}, ${counted(state.daysOpen ?? 0, 'day')} ago` : 'sealed'}${bottle.batch ? `, batch ${bottle.batch}` : ''}${state.reservedFor ? `, ${reservedText(logbook, state.reservedFor)}` : ''}`}</Text>
      </View>
      {age ? <FindingLine finding={age} /> : null}
      {state.openedOn ? null : (
        <Section title="Opened">
          <View style={{ minHeight: 56, flexDirection: 'row' }}>
            <DateInput
              label="Opened on"
              value={openedOn}
              onChange={setOpenedOn}
              invalid={isLocalDate(openedOn) && openedOn > today}
            />
          </View>
          <MainButton
            mode="outlined"
            loading={saving}
            disabled={openedOn !== '' && !isLocalDate(openedOn)}
            onPress={() => void saveFact({ kind: 'bottleOpened', bottleId: bottle.id }, openedOn || today)}
          >
            {openedOn === today || !isLocalDate(openedOn) ? 'It is opened now' : `It was opened ${longDate(openedOn)}`}
          </MainButton>
        </Section>
      )}
      <Section title="What is really left">
        <LineInput label="Volume left" value={left} onChange={setLeft} placeholder="350 ml; 0 when it is empty" />
        <MainButton mode="outlined" loading={saving} onPress={() => void setLevel()}>
          Set the level
        </MainButton>
        {sentence || problem ? (
          <Text tone="stop" live>
            {sentence ?? problem}
          </Text>
        ) : null}
      </Section>
      <Section title="History">
        <BottleHistory bottleId={bottle.id} />
      </Section>
      <RecordFoot collection="bottles" record={bottle} name={bottle.label} />
    </Screen>
  );
}

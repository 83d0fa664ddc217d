import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { dateIn, judgeWasteContainer, longDate, parseQuantity, preferredUnit, wasteInContainerMl } from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { useTokens } from '../../theme/use-tokens';
import { LineInput } from '../../ui/line-input';
import { quantityText } from '../../ui/quantity-text';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { FindingLine } from '../../facts/finding-line';
import { useSaveFact } from '../../facts/save-fact';
import { quantityProblemText } from '@calvik/words/input';

/** The labelled container: how full it is by the records, and handing it to a disposal point. */
export function Waste() {
  const t = useTokens();
  const logbook = useLogbook();
  const today = useToday();
  const { show, system } = useUnits();
  const { saveFact, saving, problem } = useSaveFact();
  const level = wasteInContainerMl(logbook);
  const size = logbook.shop.wasteContainerMl;
  const full = judgeWasteContainer(level, size);
  const [asked, setAsked] = useState(false);
  const [volume, setVolume] = useState('');
  const [to, setTo] = useState('');
  const [receipt, setReceipt] = useState('');
  const [sentence, setSentence] = useState<string | null>(null);
  const last = [...logbook.wasteHandedOver].sort((a, b) => b.at.localeCompare(a.at))[0];
  const hand = async (): Promise<void> => {
    const parsed = parseQuantity(volume, 'volume', preferredUnit('volume', system));
    if (!parsed.ok) return setSentence(quantityProblemText(parsed));
    if (parsed.value > level + 500)
      return setSentence(`By the records there are ${show(level, 'volume')} in the container. Look again.`);
    if (to.trim() === '') return setSentence('Say who took it.');
    setSentence(null);
    if (await saveFact({ kind: 'wasteHandedOver', volumeMl: parsed.value, to: to.trim(), receipt }, today)) {
      setAsked(false);
      setVolume('');
      setTo('');
      setReceipt('');
    }
  };
  return (
    <View style={styles.gap}>
      <Text as="figure" testID="waste">
        {show(level, 'volume')}
      </Text>
      <View
        style={[styles.bar, { borderColor: t.ink }]}
        role="img"
        aria-label={`Container ${Math.round((100 * level) / size)} % full`}
      >
        <View
          style={{
            width: `${Math.min(100, (100 * level) / size)}%`,
            height: '100%',
            backgroundColor: full ? t.amber : t.inkSoft,
          }}
        />
      </View>
      <Text as="small">
        {`Of ${show(size, 'volume')}, in the labelled container, by the records. It goes to a disposal point, never down a drain.`}
      </Text>
      {full ? <FindingLine finding={full} /> : null}
      {last ? (
        <Text as="small">{`Last handed over: ${show(last.volumeMl, 'volume')} to ${last.to}, ${longDate(dateIn(last.at, logbook.shop.timeZone))}${last.receipt ? `, receipt ${last.receipt}` : ''}.`}</Text>
      ) : null}
      {asked ? (
        <View style={styles.gap}>
          <LineInput label="Volume handed over" value={volume} onChange={setVolume} />
          <LineInput label="Disposal point" value={to} onChange={setTo} maxLength={120} />
          <LineInput label="Receipt" value={receipt} onChange={setReceipt} maxLength={80} />
          {(sentence ?? problem) ? (
            <Text tone="stop" live>
              {sentence ?? problem ?? ''}
            </Text>
          ) : null}
          <MainButton loading={saving} onPress={() => void hand()}>
            Record the hand-over
          </MainButton>
        </View>
      ) : (
        <MainButton
          mode="outlined"
          onPress={() => {
            setVolume(quantityText(level, 'volume', system));
            setAsked(true);
          }}
        >
          Hand it over
        </MainButton>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  bar: { height: 18, borderWidth: 1.5, borderRadius: 2 },
});

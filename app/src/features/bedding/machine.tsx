import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type PadSet,
  type RotorPair,
  type SentForBedding,
  isLocalDate,
  layerOfPair,
  longDate,
  ofKind,
  plusDays,
} from '@calvik/core';
import { layerStateNames } from '@calvik/words/bedding';
import { useLogbook, useToday } from '../../state/hooks';
import { DateInput } from '../../ui/date-input';
import { LineInput } from '../../ui/line-input';
import { MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { FindingLine } from '../../facts/finding-line';
import { priceMinor } from '../../fields/money';
import { useSaveFact } from '../../facts/save-fact';

/** A set and its rotors: bedded or not, sent to a machine, back in a box. */
export function MachineBedding({ padSet, rotorPair }: { padSet: PadSet; rotorPair: RotorPair }) {
  const logbook = useLogbook();
  const { state, finding } = layerOfPair(logbook, padSet, rotorPair);
  const facts = logbook.factsOfPart(padSet.id);
  const sent = ofKind(facts, 'sentForBedding').findLast((f) => f.rotorPairId === rotorPair.id) ?? null;
  const isAway = sent !== null && !ofKind(facts, 'backFromBedding').some((f) => f.sentId === sent.id);
  return (
    <Section title={`Bedding with rotors ${rotorPair.label}`}>
      <Text as="strong">{isAway ? `With ${sent.to}, back on ${longDate(sent.backOn)}` : layerStateNames[state]}</Text>
      {finding && !isAway ? <FindingLine finding={finding} /> : null}
      {isAway ? <Back sent={sent} /> : state === 'bedded' ? null : <Send padSet={padSet} rotorPair={rotorPair} />}
    </Section>
  );
}

function Send({ padSet, rotorPair }: { padSet: PadSet; rotorPair: RotorPair }) {
  const logbook = useLogbook();
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const [asked, setAsked] = useState(false);
  const [to, setTo] = useState('');
  const [backOn, setBackOn] = useState(() => plusDays(today, logbook.shop.machineBeddingDays));
  const [cost, setCost] = useState('');
  const [sentence, setSentence] = useState<string | null>(null);
  const send = async (): Promise<void> => {
    const costMinor = priceMinor(cost, logbook.shop.currency);
    if (to.trim() === '') return setSentence('Say who beds them.');
    if (!isLocalDate(backOn)) return setSentence('Give the day on which they come back.');
    if (Number.isNaN(costMinor)) return setSentence('Type the price like 85 or 85.50.');
    setSentence(null);
    if (
      await saveFact(
        { kind: 'sentForBedding', padSetId: padSet.id, rotorPairId: rotorPair.id, to: to.trim(), backOn, costMinor },
        today,
      )
    )
      setAsked(false);
  };
  if (!asked)
    return (
      <MainButton mode="outlined" onPress={() => setAsked(true)}>
        Send them to be bedded
      </MainButton>
    );
  return (
    <View style={styles.gap}>
      <LineInput label="Who beds them" value={to} onChange={setTo} maxLength={80} />
      <DateInput label="Back on" value={backOn} onChange={setBackOn} invalid={false} />
      <LineInput label="Price" value={cost} onChange={setCost} />
      {(sentence ?? problem) ? (
        <Text tone="stop" live>
          {sentence ?? problem ?? ''}
        </Text>
      ) : null}
      <MainButton loading={saving} onPress={() => void send()}>
        They are on their way
      </MainButton>
    </View>
  );
}

function Back({ sent }: { sent: SentForBedding }) {
  const today = useToday();
  const { saveFact, saving, problem } = useSaveFact();
  const back = (isBedded: boolean): void =>
    void saveFact(
      {
        kind: 'backFromBedding',
        padSetId: sent.padSetId,
        rotorPairId: sent.rotorPairId,
        sentId: sent.id,
        isBedded,
        costMinor: sent.costMinor,
      },
      today,
    );
  return (
    <View style={styles.gap}>
      <Text as="small">Look at the faces in the box: even blue-grey, no silver, no smears.</Text>
      {problem ? <Text tone="stop">{problem}</Text> : null}
      <MainButton loading={saving} onPress={() => back(true)}>
        Back in the box, bedded
      </MainButton>
      <MainButton mode="outlined" loading={saving} onPress={() => back(false)}>
        Back, not bedded
      </MainButton>
    </View>
  );
}

const styles = StyleSheet.create({ gap: { gap: 8 } });

import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Button, Portal } from 'react-native-paper';
import { type Fact, type Visit, dateIn, longDate, stepOfReading, timeIn, visitsOf } from '@calvik/core';
import { useAppSelector, useCrewOnDuty, useLogbook, useSync, useToday } from '../../state/hooks';
import { selectAllFacts } from '../../state/logbook';
import { Dialog } from '../../ui/dialog';
import { LineInput } from '../../ui/line-input';
import { Icon } from '../../ui/icons';
import { MainButton } from '../../ui/screen';
import { useTokens } from '../../theme/use-tokens';
import { Text } from '../../ui/text';
import { newId } from '../../state/new-record';
import { factRemarks, factText, visitText } from '@calvik/words/history';
import { useSay } from '../../state/use-say';
import { routes } from '../../routes';

const STEP = 8;

/** Everything on record about a bottle, newest first; corrected entries stay visible, struck through. */
export function BottleHistory({ bottleId }: { bottleId: string }) {
  const all = useAppSelector(selectAllFacts);
  const [shown, setShown] = useState(STEP);
  const facts = useMemo(
    () =>
      all
        .filter((f) => 'bottleId' in f && f.bottleId === bottleId)
        .sort((a, b) => b.at.localeCompare(a.at) || b.recordedAt.localeCompare(a.recordedAt)),
    [all, bottleId],
  );
  if (facts.length === 0) return <Text tone="inkSoft">Nothing on record yet.</Text>;
  return (
    <View testID="history">
      <Entries facts={facts.slice(0, shown)} replacing={facts} />
      <Older left={facts.length - shown} onPress={() => setShown(shown + 4 * STEP)} />
    </View>
  );
}

/** A car's history by visits, newest first: one line each with its outcome, its entries below on demand. */
export function CarHistory({ carId }: { carId: string }) {
  const logbook = useLogbook();
  const today = useToday();
  const all = useAppSelector(selectAllFacts);
  const [shown, setShown] = useState(STEP);
  const facts = useMemo(() => all.filter((f) => 'carId' in f && f.carId === carId), [all, carId]);
  const visits = useMemo(() => visitsOf(logbook, facts, today), [logbook, facts, today]);
  if (visits.length === 0) return <Text tone="inkSoft">Nothing on record yet.</Text>;
  return (
    <View testID="history">
      {visits
        .slice(0, shown)
        .map((visit) =>
          visit.job ? (
            <VisitLine key={visit.id} visit={visit} />
          ) : (
            <Entries key={visit.id} facts={visit.facts} replacing={visit.facts} carId={carId} />
          ),
        )}
      <Older left={visits.length - shown} onPress={() => setShown(shown + 4 * STEP)} />
    </View>
  );
}

/** One visit: what it was and how it ended; a tap opens its entries. */
function VisitLine({ visit }: { visit: Visit }) {
  const t = useTokens();
  const logbook = useLogbook();
  const say = useSay();
  const [isOpen, setOpen] = useState(false);
  const { title, outcome } = visitText(visit, logbook, say);
  const day = longDate(dateIn(visit.facts[0]!.at, logbook.shop.timeZone));
  return (
    <View testID="visit">
      <Pressable
        role="button"
        aria-expanded={isOpen}
        aria-label={`${title}, ${day}: entries`}
        onPress={() => setOpen(!isOpen)}
        style={[styles.entry, { borderColor: t.rule }]}
      >
        <View style={styles.text}>
          <Text as="strong">{title}</Text>
          <Text
            as="small"
            tone={visit.outcome === 'reopened' ? 'stop' : visit.outcome === 'underWay' ? 'amber' : 'ink'}
          >
            {outcome}
          </Text>
          <Text as="small">{day}</Text>
        </View>
        <Icon name={isOpen ? 'up' : 'down'} size={18} color={t.inkSoft} />
      </Pressable>
      {isOpen ? (
        <View style={[styles.opened, { borderColor: t.rule }]}>
          <Entries facts={visit.facts} replacing={visit.facts} carId={visit.job!.carId} />
        </View>
      ) : null}
    </View>
  );
}

function Older({ left, onPress }: { left: number; onPress: () => void }) {
  return left > 0 ? (
    <MainButton mode="text" onPress={onPress}>
      {`Show ${left} older`}
    </MainButton>
  ) : null;
}

/** Entries one by one; of a car those that may be corrected or withdrawn say so on a tap. */
function Entries({
  facts,
  replacing,
  carId,
}: {
  facts: readonly Fact[];
  /** Among which a later one may replace one of them. */
  replacing: readonly Fact[];
  carId?: string;
}) {
  const t = useTokens();
  const router = useRouter();
  const logbook = useLogbook();
  const say = useSay();
  const [opened, setOpened] = useState<string | null>(null);
  const [withdrawing, setWithdrawing] = useState<Fact | null>(null);
  const { timeZone } = logbook.shop;
  const replacedBy = useMemo(
    () => new Map(replacing.filter((f) => f.replaces).map((f) => [f.replaces!, f])),
    [replacing],
  );
  const correct = (fact: Fact): void => {
    const step = stepOfReading(fact);
    const page = fact.kind === 'fluidExchange' ? routes.flush : routes.test;
    router.push(step && fact.jobId ? routes.step(fact.jobId, step.key) : page(carId!, { corrects: fact.id }));
  };
  return (
    <View>
      {facts.map((fact) => {
        const { title, text } = factText(fact, logbook, say);
        const later = replacedBy.get(fact.id);
        const who = logbook.crew.get(fact.by)?.name ?? 'Somebody';
        const correctable =
          carId &&
          !later &&
          (fact.kind === 'boilingTest' ||
            fact.kind === 'moistureReading' ||
            fact.kind === 'fluidExchange' ||
            stepOfReading(fact) !== null);
        return (
          <View
            key={fact.id}
            style={[styles.entry, { borderColor: t.rule }]}
            testID={later ? 'history-replaced' : 'history-entry'}
          >
            <Pressable
              style={styles.text}
              disabled={!correctable}
              role={correctable ? 'button' : undefined}
              aria-label={
                correctable ? `${title}, ${longDate(dateIn(fact.at, timeZone))}: correct or withdraw` : undefined
              }
              onPress={() => setOpened(opened === fact.id ? null : fact.id)}
            >
              <Text as="strong" style={later && styles.struck} tone={later ? 'inkSoft' : 'ink'}>
                {title}
              </Text>
              {text ? <Text as="small">{text}</Text> : null}
              <Text as="small">{`${longDate(dateIn(fact.at, timeZone))} ${timeIn(fact.at, timeZone)}, ${who}`}</Text>
              {later ? (
                <Text
                  as="small"
                  tone="amber"
                >{`${later.kind === 'withdrawal' ? 'Withdrawn' : 'Corrected'}: ${later.because}`}</Text>
              ) : null}
              {fact.replaces && fact.kind !== 'withdrawal' ? <Text as="small">Corrects an earlier entry.</Text> : null}
              {factRemarks(fact).map((remark) => (
                <Text key={remark} as="small">
                  {remark}
                </Text>
              ))}
            </Pressable>
            {correctable && opened !== fact.id ? <Icon name="down" size={18} color={t.inkSoft} /> : null}
            {correctable && opened === fact.id ? (
              <View>
                <Button compact mode="text" contentStyle={styles.target} onPress={() => correct(fact)}>
                  Correct
                </Button>
                <Button compact mode="text" contentStyle={styles.target} onPress={() => setWithdrawing(fact)}>
                  Withdraw
                </Button>
              </View>
            ) : null}
          </View>
        );
      })}
      {withdrawing ? <WithdrawDialog fact={withdrawing} onClose={() => setWithdrawing(null)} /> : null}
    </View>
  );
}

/** Asks why an entry should no longer count. */
function WithdrawDialog({ fact, onClose }: { fact: Fact; onClose: () => void }) {
  const sync = useSync();
  const crew = useCrewOnDuty();
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const withdraw = async (): Promise<void> => {
    if (!crew) return setProblem('Choose who is on duty first, so that this carries a name.');
    if (why.trim() === '') return setProblem('Say why.');
    const now = new Date().toISOString();
    const about = {
      carId: 'carId' in fact ? fact.carId : undefined,
      bottleId: 'bottleId' in fact ? fact.bottleId : undefined,
    };
    const result = await sync.save('facts', {
      id: newId(),
      kind: 'withdrawal',
      at: fact.at,
      recordedAt: now,
      by: crew.id,
      replaces: fact.id,
      because: why.trim(),
      ...about,
    });
    if (result.state === 'refused') setProblem(result.sentence);
    else onClose();
  };
  return (
    <Portal>
      <Dialog visible onDismiss={onClose} style={styles.dialog}>
        <Dialog.Title>Withdraw this entry</Dialog.Title>
        <Dialog.Content style={styles.dialogBody}>
          <Text>It stays in the history and no longer counts.</Text>
          <LineInput label="Why" value={why} onChange={setWhy} maxLength={200} />
          {problem ? <Text tone="stop">{problem}</Text> : null}
        </Dialog.Content>
        <Dialog.Actions>
          <MainButton mode="text" onPress={onClose}>
            Leave it
          </MainButton>
          <MainButton onPress={() => void withdraw()}>Withdraw</MainButton>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

const styles = StyleSheet.create({
  opened: { borderLeftWidth: 3, paddingLeft: 10, marginLeft: 4 },
  entry: { flexDirection: 'row', borderBottomWidth: 1, paddingVertical: 8, gap: 8, alignItems: 'center' },
  text: { flex: 1, minWidth: 0 },
  struck: { textDecorationLine: 'line-through' },
  target: { minHeight: 48 },
  dialog: { maxWidth: 480, alignSelf: 'center', width: '92%' },
  dialogBody: { gap: 12 },
});

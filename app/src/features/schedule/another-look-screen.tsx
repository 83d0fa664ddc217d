import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Job, dateIn, findingKey } from '@calvik/core';
import { type AnotherLook, idOfLook, jobWithout } from '@calvik/core/run-up';
import { list, workName } from '@calvik/words';
import { useLogbook, useSync } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { useTokens } from '../../theme/use-tokens';
import { Empty, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { ReasonLine } from '../../ui/verdict';
import { pageOf } from '../work/page-of';
import { useWorkLists } from '../work/use-work';
import { routes } from '../../routes';
import { carOf } from '../../records/job-words';
import { remember } from './undo';
import { headOfLook } from '../../records/look-head';
import { useAnotherLook } from './use-another-look';

const GONE: ReadonlySet<string> = new Set(['eventCancelled', 'bookingCancelled', 'workNotWanted']);

/** What a plan made anew would mend, what a person has to. */
const titles: Record<AnotherLook['about'], string> = {
  job: 'Planned work',
  booking: 'Bookings',
  message: 'Texts to customers',
};

/** Everything planned or told that no longer fits, each with why and what to do. */
export function AnotherLookScreen() {
  const router = useRouter();
  const wide = useWide();
  const { list } = useAnotherLook();
  const kinds = (['job', 'booking', 'message'] as const).filter((about) => list.some((l) => l.about === about));
  return (
    <Screen
      title="Needs another look"
      above="Since things have changed"
      back="/board"
      maxWidth={wide ? 1080 : 720}
      footer={
        list.some((l) => l.about === 'job') ? (
          <MainButton onPress={() => router.push(routes.plan)}>Plan anew</MainButton>
        ) : undefined
      }
    >
      {list.length === 0 ? (
        <Empty
          text="Everything that is planned and told still fits."
          action="To the board"
          onPress={() => router.navigate(routes.board)}
        />
      ) : null}
      {kinds.map((about) => (
        <Section key={about} title={titles[about]}>
          <View style={wide ? styles.columns : undefined}>
            {list
              .filter((l) => l.about === about)
              .map((look) => (
                <Entry key={idOfLook(look)} look={look} />
              ))}
          </View>
        </Section>
      ))}
    </Screen>
  );
}

function Entry({ look }: { look: AnotherLook }) {
  const t = useTokens();
  const router = useRouter();
  const wide = useWide();
  const logbook = useLogbook();
  const sync = useSync();
  const tell = useTell();
  const [problem, setProblem] = useState<string | null>(null);
  const { name, small } = headOfLook(logbook, look);
  const isGone = look.about === 'job' && look.findings.every((f) => GONE.has(f.code));
  const items = useWorkLists().get(look.about === 'job' ? (look.job.bookingId ?? '') : '') ?? [];
  const keys = look.findings.flatMap((f) => (f.code === 'workNotWanted' ? (f.values['works'] as string[]) : []));
  // Where the event or the booking is gone, so is all of the job.
  const isInPart =
    look.about === 'job' &&
    !look.findings.some((f) => f.code === 'eventCancelled' || f.code === 'bookingCancelled') &&
    keys.length > 0 &&
    look.job.covers.some((key) => !keys.includes(key));
  const unwanted = isInPart ? list(keys.map((key) => workName(key).toLowerCase())) : '';
  const withoutUnwanted = (job: Job): Job =>
    isInPart ? jobWithout(logbook, job, keys, items) : { ...job, archived: true };
  const takeOut = async (): Promise<void> => {
    if (look.about !== 'job') return;
    const after = withoutUnwanted(look.job);
    const result = await sync.save('jobs', after);
    if (result.state === 'refused') return setProblem(result.sentence);
    remember({
      text: `${carOf(logbook, look.job)}: ${after.archived ? '' : `${unwanted} `}taken out of the plan`,
      before: [{ id: look.job.id, job: look.job, after }],
    });
  };
  const open = (): void => {
    if (look.about === 'job')
      router.push(
        look.job.covers.length > 0 || !pageOf(look.job)
          ? routes.boardAt(dateIn(look.job.startAt, logbook.shop.timeZone), look.job.id)
          : routes.planWork(look.job.carId, { job: look.job.id }),
      );
    else {
      const id = look.about === 'booking' ? look.booking.id : look.message.bookingId;
      const eventId = logbook.bookings.get(id ?? '')?.eventId ?? '';
      router.push(look.about === 'booking' ? routes.event(eventId) : routes.workList(eventId));
    }
  };
  return (
    <View
      style={[styles.entry, wide ? styles.half : null, { borderColor: t.rule }]}
      testID={`another-look-${look.about}`}
    >
      <Text as="strong">{name}</Text>
      {small ? <Text as="small">{small}</Text> : null}
      {look.findings.map((f) => (
        <ReasonLine key={findingKey(f)} reason={{ verdict: f.verdict, text: tell(f) }} />
      ))}
      {problem ? <Text tone="stop">{problem}</Text> : null}
      <View style={styles.actions}>
        {isGone || unwanted ? (
          <MainButton mode="outlined" onPress={() => void takeOut()}>
            {unwanted ? `Take out ${unwanted}` : 'Take out of the plan'}
          </MainButton>
        ) : null}
        <MainButton mode={isGone ? 'text' : 'outlined'} onPress={open}>
          {look.about === 'job' ? 'Move it' : look.about === 'booking' ? 'Open the event' : 'Write anew'}
        </MainButton>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  columns: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 24 },
  entry: { gap: 4, paddingVertical: 10, borderBottomWidth: 1 },
  half: { width: '48%' },
  actions: { flexDirection: 'row', gap: 8, flexWrap: 'wrap', paddingTop: 4 },
});

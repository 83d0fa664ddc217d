import { useRouter } from 'expo-router';
import { useState } from 'react';
import { type BeddingBegun, type Car, type SpeedSource, carLabel } from '@calvik/core';
import { applicationsOf } from '@calvik/core/bedding/driving';
import { coolingText, seriesText, speedSourceNames } from '@calvik/words/bedding';
import { routes } from '../../routes';
import { useLogbook } from '../../state/hooks';
import { useSay } from '../../state/use-say';
import { ChoiceChips } from '../../ui/chips';
import { LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { PACES, type Pace } from './speed-sources';
import type { Cycle } from './use-cycle';

/** Before a cycle, and after a reload: where speed comes from, or going on. */
export function BeforeCycle({
  car,
  run,
  cycle,
  c,
  pace,
  onPace,
  onBegin,
  onGoOn,
}: {
  car: Car;
  run: BeddingBegun;
  cycle: number;
  c: Cycle;
  pace: Pace;
  onPace: (pace: Pace) => void;
  onBegin: (source: SpeedSource) => void;
  onGoOn: () => void;
}) {
  const router = useRouter();
  const say = useSay();
  const logbook = useLogbook();
  const [source, setSource] = useState<Exclude<SpeedSource, 'file'>>('place');
  const isBegun = c.head !== null;
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={`Bedding, cycle ${cycle}`}
      back={routes.bedding(car.id)}
      footer={
        isBegun ? (
          <MainButton onPress={onGoOn}>Go on</MainButton>
        ) : (
          <MainButton onPress={() => onBegin(source)}>{`Begin cycle ${cycle}`}</MainButton>
        )
      }
    >
      <Section title={run.procedure.name}>
        {run.procedure.series.map((s, i) => (
          <Text key={i}>{seriesText(s, say)}</Text>
        ))}
        <Text>{coolingText(run.procedure, say)}</Text>
      </Section>
      {isBegun ? (
        <Section title="Under way">
          <Text as="strong" testID="kept">
            {`${c.state.counted} of ${applicationsOf(run.procedure.series, c.state.more).length} applications are counted, and kept on this phone.`}
          </Text>
          <Text>
            {c.state.phase === 'cooling'
              ? 'It is cooling: roll on without brakes.'
              : 'Roll, do not stand: the pads are hot.'}
          </Text>
        </Section>
      ) : (
        <Section title="Speed comes from">
          <ChoiceChips
            label="Speed"
            columns={1}
            value={source}
            onChange={setSource}
            options={(['place', 'simulated', 'tap'] as const).map((s) => ({ value: s, label: speedSourceNames[s] }))}
          />
          {source === 'place' ? (
            <Text as="small">
              The browser asks once for the phone’s place. It must have come by HTTPS or from this machine itself, else
              it gets none: tap then.
            </Text>
          ) : null}
          <LinkRow label="A recorded drive instead" onPress={() => router.push(routes.beddingFile(car.id, run.id))}>
            <Text as="strong">It has been driven: import the recorded drive</Text>
          </LinkRow>
        </Section>
      )}
      {(isBegun ? c.head!.source : source) === 'simulated' ? (
        <Segments
          label="Pace"
          value={pace}
          onChange={onPace}
          options={(Object.keys(PACES) as Pace[]).map((value) => ({ value, label: PACES[value] }))}
        />
      ) : null}
      <Text as="small">
        The passenger works the phone, never the driver. Never to a standstill, never the pedal held at rest, no parking
        brake until it is cool.
      </Text>
    </Screen>
  );
}

import { carLabel, runState } from '@calvik/core';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { BeddingBegun, Car, DrivenApplication } from '@calvik/core';
import { followRun, playBedding } from '@calvik/core/bedding/driving';
import type { TraceColumns } from '@calvik/core/traces';
import { applicationText, countText } from '@calvik/words/bedding';
import { traceProblemText } from '@calvik/words/traces';
import { useLogbook, useToday } from '../../state/hooks';
import { savePhoto } from '../../state/photos';
import { useSay } from '../../state/use-say';
import { FileInput } from '../../ui/file-input';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import type { CountedFile } from '../../workers/heat-tasks';
import { countDrive } from '../../workers/heat-worker';
import '../../workers/heat-here';
import { DriveColumns } from '../../fields/drive-columns';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useSaveFact } from '../../facts/save-fact';
import { newId } from '../../state/new-record';
import { SpeedChart } from '../venues/speed-chart';
import { beddingCar } from './use-bedding';

export function BeddingFileScreen() {
  const { id, run: runId } = useLocalSearchParams<{ id: string; run: string }>();
  const logbook = useLogbook();
  const car = logbook.cars.get(id);
  const run = logbook.factsOfCar(id).find((f): f is BeddingBegun => f.kind === 'beddingBegun' && f.id === runId);
  return car && run ? <FilePage key={run.id} car={car} run={run} /> : <Gone what="bedding run" back={`/cars/${id}`} />;
}

/** A recorded drive, counted and judged as a live one is, side by side with the model; saved when somebody says so. */
function FilePage({ car, run }: { car: Car; run: BeddingBegun }) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const { saveFact, saving, problem: refused } = useSaveFact();
  const chooser = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<{ name: string; text: string; columns: TraceColumns | null } | null>(null);
  const [found, setFound] = useState<CountedFile | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const cycle = runState(logbook, run).cycles.length + 1;
  const program = { series: run.procedure.series, cooling: run.procedure.cooling };
  const model = useMemo(
    () => beddingCar(logbook, car, run.airTempC, run.hasTapedDucts),
    [logbook, car, run.airTempC, run.hasTapedDucts],
  );
  const look = async (
    next: { name: string; text: string; columns: TraceColumns | null },
    more: number,
  ): Promise<void> => {
    setBusy(true);
    setProblem(null);
    setFile(next);
    try {
      const counted = await countDrive(next.text, next.columns, program, more);
      setFound(counted);
      if (!counted.opened.ok) setProblem(traceProblemText(counted.opened.problem));
      else if (counted.read) setProblem(traceProblemText(counted.read.problem, counted.read.row));
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
    setBusy(false);
  };
  const state = found?.state ?? null;
  const driven = useMemo((): DrivenApplication[] => {
    if (!state) return [];
    const { facesC } = followRun(model.heated, { ...state, last: null }, { airC: run.airTempC });
    return state.applications.map((a, i) => ({
      ...a,
      faceC: { front: Math.round(facesC[i]!.front * 10) / 10, rear: Math.round(facesC[i]!.rear * 10) / 10 },
    }));
  }, [state, model, run.airTempC]);
  const save = async (): Promise<void> => {
    if (!found || !state) return;
    const fileId = newId();
    await savePhoto(fileId, new Blob([found.csv], { type: 'text/csv' }));
    const ok = await saveFact(
      {
        kind: 'beddingDriven',
        carId: car.id,
        runId: run.id,
        cycle,
        speedFrom: 'file',
        wanted: state.wanted.length,
        applications: driven,
        cooledS: Math.round(state.cooledS),
        coolingWantedS: Math.round(run.procedure.cooling.minutes * 60),
        hotStops: state.hotStops,
        fileId,
        endedBecause: '',
      },
      today,
    );
    if (ok) router.replace(routes.beddingRun(car.id, run.id));
  };
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={`Recorded drive, ${run.procedure.name}`}
      back={routes.beddingRun(car.id, run.id)}
      notice={refused}
      footer={
        state && state.applications.length > 0 ? (
          <MainButton onPress={() => void save()} loading={saving}>
            {`Save as cycle ${cycle}`}
          </MainButton>
        ) : (
          <MainButton onPress={() => chooser.current?.click()} loading={busy} disabled={busy}>
            Choose a file
          </MainButton>
        )
      }
    >
      <FileInput
        input={chooser}
        label="Recorded drive"
        accept=".csv,.tsv,.txt,.gpx,text/csv,application/gpx+xml"
        onFile={(chosen) => void chosen.text().then((text) => look({ name: chosen.name, text, columns: null }, 0))}
      />
      <Section title={file?.name ?? 'The drive'}>
        {file ? null : <Text>A table of time and speed, as CSV with any heads, or GPX; of a phone or a logger.</Text>}
        {problem ? (
          <Text tone="stop" live>
            {problem}
          </Text>
        ) : null}
        {file && found?.opened.ok && found.opened.format === 'csv' ? (
          <DriveColumns preview={found.opened} onChange={(columns) => void look({ ...file, columns }, 0)} />
        ) : null}
        {state ? (
          <MainButton mode="text" onPress={() => chooser.current?.click()}>
            Choose another file
          </MainButton>
        ) : null}
      </Section>
      {state && file ? (
        <Section title={countText(state.counted, state.wanted.length)}>
          {state.counted >= state.wanted.length && state.brakedWhileCooling > 0 ? (
            <>
              <Text tone="amber">{`Braked ${state.brakedWhileCooling === 1 ? 'once more' : `${state.brakedWhileCooling} more times`} after the count.`}</Text>
              <MainButton
                mode="outlined"
                loading={busy}
                onPress={() => void look(file, state.more + state.brakedWhileCooling)}
              >
                Count them too
              </MainButton>
            </>
          ) : null}
          <SpeedChart
            curve={found!.curve}
            zones={state.applications.map((a) => ({
              startS: a.startS,
              endS: a.startS + a.seconds,
              fromMPerS: a.fromKmh / 3.6,
              toMPerS: a.toKmh / 3.6,
            }))}
            fromS={0}
            toS={found!.curve.at(-1)!.seconds}
          />
          <AgainstModel driven={driven} model={playBedding(model.heated, program, { airC: run.airTempC }).facesC} />
          <Text as="small">{`Cooled ${Math.round(state.cooledS / 6) / 10} of ${run.procedure.cooling.minutes} min rolling.${state.hotStops > 0 ? ` Stopped on hot pads ${state.hotStops} times.` : ''}`}</Text>
        </Section>
      ) : null}
    </Screen>
  );
}

/** Each application as it was, beside what the procedure would have done. */
function AgainstModel({
  driven,
  model,
}: {
  driven: readonly DrivenApplication[];
  model: Record<'front' | 'rear', number[][]>;
}) {
  const say = useSay();
  const face = (c: number | undefined): string => (c === undefined ? '–' : say.value(Math.round(c), 'temperature'));
  return (
    <View role="list" aria-label="Applications">
      {driven.map((a, i) => {
        const wanted = driven.slice(0, i + 1).filter((d) => d.isCounted).length - 1;
        return (
          <View key={i} role="listitem" style={styles.line} testID="application">
            <Text>{`${i + 1}  ${applicationText(a, say)}`}</Text>
            <Text as="small">
              {`Front face ${face(a.faceC?.front)}${a.isCounted ? `, by the procedure ${face(model.front[0]![wanted])}` : ''}`}
            </Text>
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({ line: { paddingVertical: 6 } });

import { useRouter } from 'expo-router';
import { useEffect, useMemo, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  carLabel,
  type BeddingBegun,
  type BeddingSeries,
  type Car,
  type SpeedSource,
  WARM_MIN,
  runState,
} from '@calvik/core';
import { type CounterState, applicationsOf, followRun, nextWanted } from '@calvik/core/bedding/driving';
import { traceCsv } from '@calvik/core/traces/tables';
import { countedSpoken, coolingText, moreText, promptText, seriesText, speedSourceNames } from '@calvik/words/bedding';
import { dropDraft } from '../../state/bedding-draft';
import { useLogbook, useNow, useToday } from '../../state/hooks';
import { savePhoto } from '../../state/photos';
import { read, write } from '../../state/storage';
import { useSay } from '../../state/use-say';
import { Chips, ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { LinkRow, MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { routes } from '../../routes';
import { useSaveFact } from '../../facts/save-fact';
import { newId } from '../../state/new-record';
import { shake, useAwake, useVoice } from './phone';
import { RunView } from './run-view';
import { usePhoneSpeed, useSimulatedSpeed } from './speed-sources';
import { bandsFor, beddingCar, decidingAxle } from './use-bedding';
import { type Cycle, drivenApplications, useCycle } from './use-cycle';

const PREFERENCES = 'calvik.bedding-run';
interface RunPreferences {
  isDark: boolean;
  isSpeaking: boolean;
}
/** Faster than life, for trying it out. */
const PACES = { '1': 'Real time', '4': '4 ×', '10': '10 ×' } as const;
/** Without a speed for so long somebody should know. */
const LOST_S = 4;

/** What is left of a cycle, as series of one: for whoever drives on. */
const seriesLeft = ({ wanted, counted }: CounterState): BeddingSeries[] =>
  wanted.slice(counted).map(({ series: _series, ...w }) => ({ ...w, count: 1 }));

/** One cycle on the phone: where speed comes from, the run itself, and saving it. */
export function DriveCycle({ car, run, cycle }: { car: Car; run: BeddingBegun; cycle: number }) {
  const logbook = useLogbook();
  const today = useToday();
  const say = useSay();
  const [preferences, setPreferences] = useState<RunPreferences>(
    () => read<RunPreferences>(PREFERENCES) ?? { isDark: true, isSpeaking: true },
  );
  const prefer = (over: Partial<RunPreferences>): void => {
    const next = { ...preferences, ...over };
    write(PREFERENCES, next);
    setPreferences(next);
  };
  const axle = decidingAxle(run.axles);
  const [openedMs] = useState(() => Date.now());
  const model = useMemo(() => {
    const of = beddingCar(logbook, car, run.airTempC, run.hasTapedDucts);
    const before = runState(logbook, run).cycles.at(-1);
    const isWarm = before && (openedMs - Date.parse(before.recordedAt)) / 60_000 < WARM_MIN;
    const ended = before?.applications.at(-1);
    const endS = ended ? ended.startS + ended.seconds + before!.cooledS : 0;
    const startC =
      before && isWarm
        ? followRun(
            of.heated,
            {
              applications: before.applications,
              last: { seconds: endS, kmh: run.procedure.cooling.kmh },
              sinceS: endS,
            },
            { airC: run.airTempC },
          ).rotorC[axle]
        : run.airTempC;
    return { car: of, bands: bandsFor(logbook, car, run.axles, run.procedure), axle, startC };
    // What was on record when the cycle was opened holds until it is saved.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [car.id, run.id, cycle]);
  const c = useCycle(run, cycle, model);
  const [isLive, setLive] = useState(false);
  const [pace, setPace] = useState<keyof typeof PACES>('1');
  const [isEnding, setEnding] = useState(false);
  const [heardMs, setHeard] = useState(() => Date.now());
  const offset = useRef(0);
  const isPhone = c.head?.source === 'place';
  const isOver = c.state.phase === 'cooled';
  const hear = (seconds: number, kmh: number): void => {
    setHeard(Date.now());
    c.hear(seconds, kmh);
  };
  const startMs = c.head ? Date.parse(c.head.startedAt) : 0;
  const phoneProblem = usePhoneSpeed(isLive && isPhone && !isOver, ({ at, kmh }) =>
    hear(Math.max(0, (at - startMs) / 1000), kmh),
  );
  const simulated = useSimulatedSpeed(({ at, kmh }) => hear(offset.current + at, kmh));
  const awakeProblem = useAwake(isLive && !isOver);
  const voice = useVoice(preferences.isSpeaking && isLive);
  useAnnouncements(c, voice.say);

  /** A simulated driver takes over what is left, from the speed that the car has. */
  const drive = (): void => {
    const { state } = c;
    offset.current = state.last ? state.last.seconds + 0.5 : 0;
    setHeard(Date.now());
    const coolingLeft = Math.max(0, run.procedure.cooling.minutes - state.cooledS / 60);
    void simulated.start({
      series: seriesLeft(state),
      cooling: { minutes: Math.round(coolingLeft * 100) / 100, kmh: run.procedure.cooling.kmh },
      startKmh: Math.round(state.last?.kmh ?? 0),
      pace: Number(pace),
    });
  };
  // More is wanted than the driver was told, or he has come to the end of what he was told.
  const toldFor = useRef(0);
  const isSimulated = c.head?.source === 'simulated';
  useEffect(() => {
    if (!isLive || !isSimulated || isOver || simulated.problem) return;
    if (simulated.isOn && toldFor.current === c.state.wanted.length) return;
    toldFor.current = c.state.wanted.length;
    drive();
    // Told anew when the count changes or the drive has ended, not for each sample.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isLive, isSimulated, isOver, simulated.isOn, simulated.problem, c.state.wanted.length]);

  const saving = useFinish(car, run, cycle, c, today);
  const { finish } = saving;
  const isSaved = useRef(false);
  useEffect(() => {
    if (!isOver || !c.head || isSaved.current) return;
    isSaved.current = true;
    void finish('').then((ok) => {
      isSaved.current = ok;
    });
    // Once, when the cooling is over.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isOver]);

  const isTap = c.head?.source === 'tap';
  const silentS = Math.floor((useNow(500) - heardMs) / 1000);
  const lostS = isLive && !isTap && !isOver && silentS >= LOST_S ? silentS : null;
  const clockS = (): number => (isSimulated ? c.lastS() + 0.01 : (Date.now() - startMs) / 1000);
  if (!c.head || (!isLive && !isOver))
    return (
      <Before
        car={car}
        run={run}
        cycle={cycle}
        c={c}
        pace={pace}
        onPace={setPace}
        onBegin={(source) => {
          c.begin(source);
          setHeard(Date.now());
          setLive(true);
        }}
        onGoOn={() => {
          setHeard(Date.now());
          setLive(true);
        }}
      />
    );
  const problem = phoneProblem ?? simulated.problem ?? saving.problem;
  return (
    <RunView
      cycle={c}
      bands={model.bands}
      title={`${carLabel(logbook, car.id)}, cycle ${cycle}. ${speedSourceNames[c.head.source]}`}
      isDark={preferences.isDark}
      lostS={lostS}
      onTap={isTap && nextWanted(c.state) ? () => c.tap(clockS()) : null}
    >
      <View style={styles.gap}>
        {problem ? (
          <Text tone="stop" live>
            {problem}
          </Text>
        ) : null}
        {awakeProblem ? <Text as="small">{awakeProblem}</Text> : null}
        {isEnding ? (
          <EndHere busy={saving.saving} onEnd={(why) => void finish(why)} onStay={() => setEnding(false)} />
        ) : (
          <View style={styles.row}>
            {!isTap && lostS !== null && nextWanted(c.state) ? (
              <View style={styles.grow}>
                <MainButton onPress={() => c.tap(clockS())}>Braked: count it</MainButton>
              </View>
            ) : null}
            {problem && isSimulated ? (
              <View style={styles.grow}>
                <MainButton onPress={drive}>Drive on</MainButton>
              </View>
            ) : null}
            <Toggle
              text={preferences.isSpeaking ? 'Speaks' : 'Silent'}
              label={preferences.isSpeaking ? 'Mute' : 'Speak'}
              onPress={() => prefer({ isSpeaking: !preferences.isSpeaking })}
            />
            <Toggle
              text={preferences.isDark ? 'Dark' : 'Light'}
              label={preferences.isDark ? 'Light screen' : 'Dark screen'}
              onPress={() => prefer({ isDark: !preferences.isDark })}
            />
            <Toggle text="End here" label="End here" onPress={() => setEnding(true)} />
          </View>
        )}
        {voice.problem && preferences.isSpeaking ? <Text as="small">{voice.problem}</Text> : null}
        {isOver && saving.problem ? (
          <MainButton loading={saving.saving} onPress={() => void finish('')}>
            Save the cycle
          </MainButton>
        ) : null}
        <Text as="small">{`${promptText(c.prompt, say).spoken} The passenger works the phone.`}</Text>
      </View>
    </RunView>
  );
}

function Toggle({ text, label, onPress }: { text: string; label: string; onPress: () => void }) {
  return (
    <View style={styles.grow}>
      <MainButton mode="outlined" label={label} onPress={onPress}>
        {text}
      </MainButton>
    </View>
  );
}

/** Says what comes next, and what the last application was; loudly where somebody stands on hot pads. */
function useAnnouncements(c: Cycle, speak: (sentence: string, isUrgent?: boolean) => void): void {
  const say = useSay();
  const { state, prompt, adapted } = c;
  const count = state.applications.length;
  const heard = useRef(count);
  useEffect(() => {
    if (count <= heard.current) return;
    heard.current = count;
    const last = state.applications.at(-1)!;
    speak(countedSpoken(last, state.counted, state.wanted.length));
    shake(last.isCounted ? [120] : [80, 80, 80]);
    // Each application once.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [count]);
  useEffect(() => {
    if (adapted) speak('enough' in adapted ? 'Enough. Pads about to fade.' : `${moreText(adapted.more)}.`);
  }, [adapted, speak]);
  const { spoken } = promptText(prompt, say);
  const isUrgent = prompt.code === 'rollOn';
  const minutesLeft = prompt.code === 'cool' ? Math.ceil(prompt.secondsLeft / 60) : 0;
  useEffect(() => {
    speak(spoken, isUrgent);
    if (isUrgent) shake([500, 150, 500, 150, 500]);
    else if (prompt.code === 'brake') shake([200]);
    // Said when it changes, and each minute of the cooling.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [prompt.code, minutesLeft, isUrgent]);
}

/** Saves a cycle with its drive; what was kept on the device meanwhile goes only then. */
function useFinish(
  car: Car,
  run: BeddingBegun,
  cycle: number,
  c: Cycle,
  today: string,
): { finish: (endedBecause: string) => Promise<boolean>; saving: boolean; problem: string | null } {
  const { saveFact, saving, problem } = useSaveFact();
  const finish = async (endedBecause: string): Promise<boolean> => {
    const { state, head } = c;
    if (!head) return false;
    const samples = c.entries().flatMap((e) => ('kmh' in e ? [{ seconds: e.seconds, speedMPerS: e.kmh / 3.6 }] : []));
    const fileId = samples.length >= 20 ? newId() : null;
    if (fileId) await savePhoto(fileId, new Blob([traceCsv(samples)], { type: 'text/csv' }));
    const ok = await saveFact(
      {
        kind: 'beddingDriven',
        carId: car.id,
        runId: run.id,
        cycle,
        speedFrom: head.source,
        wanted: state.wanted.length,
        applications: drivenApplications(c),
        cooledS: Math.round(state.cooledS),
        coolingWantedS: Math.round(run.procedure.cooling.minutes * 60),
        hotStops: state.hotStops,
        fileId,
        endedBecause,
      },
      today,
    );
    if (ok) dropDraft(run.id, cycle);
    return ok;
  };
  return { finish, saving, problem };
}

/** Before a cycle, and after a reload: where speed comes from, or going on. */
function Before({
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
  pace: keyof typeof PACES;
  onPace: (pace: keyof typeof PACES) => void;
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
          options={(Object.keys(PACES) as (keyof typeof PACES)[]).map((value) => ({ value, label: PACES[value] }))}
        />
      ) : null}
      <Text as="small">
        The passenger works the phone, never the driver. Never to a standstill, never the pedal held at rest, no parking
        brake until it is cool.
      </Text>
    </Screen>
  );
}

const reasons = ['Fade', 'Traffic', 'Something is wrong', 'Out of time'] as const;

/** Ended before it was through: why is part of the record. */
function EndHere({ onEnd, onStay, busy }: { onEnd: (why: string) => void; onStay: () => void; busy: boolean }) {
  const [chosen, setChosen] = useState<(typeof reasons)[number][]>([]);
  const [words, setWords] = useState('');
  const [problem, setProblem] = useState('');
  const end = (): void => {
    const why = [...chosen, words.trim()].filter(Boolean).join('; ');
    if (why === '') setProblem('Say why it ends here.');
    else onEnd(why.slice(0, 200));
  };
  return (
    <View style={styles.gap}>
      <Chips label="Why" chosen={chosen} onChange={setChosen} options={reasons.map((r) => ({ value: r, label: r }))} />
      <LineInput label="In words" value={words} onChange={setWords} maxLength={120} />
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
      <View style={styles.row}>
        <View style={styles.grow}>
          <MainButton mode="outlined" onPress={onStay}>
            Go on driving
          </MainButton>
        </View>
        <View style={styles.grow}>
          <MainButton danger loading={busy} onPress={end}>
            End the cycle
          </MainButton>
        </View>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8, width: '100%', maxWidth: 720, alignSelf: 'center' },
  row: { flexDirection: 'row', gap: 6, flexWrap: 'wrap' },
  grow: { flexGrow: 1, minWidth: 0 },
});

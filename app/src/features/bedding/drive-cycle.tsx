import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type BeddingBegun, type Car, type Logbook, WARM_MIN, carLabel, runState } from '@calvik/core';
import { followRun, nextWanted } from '@calvik/core/bedding/driving';
import { promptText, speedSourceNames } from '@calvik/words/bedding';
import { useLogbook } from '../../state/hooks';
import { read, write } from '../../state/storage';
import { useSay } from '../../state/use-say';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { BeforeCycle } from './before-cycle';
import { EndHere } from './end-here';
import { useAwake, useVoice } from './phone';
import { RunView } from './run-view';
import type { Pace } from './speed-sources';
import { useAnnouncements } from './use-announcements';
import { bandsFor, beddingCar, decidingAxle } from './use-bedding';
import { useCycle } from './use-cycle';
import { useCycleSpeed } from './use-cycle-speed';
import { useFinish } from './use-finish';

const PREFERENCES = 'calvik.bedding-run';
interface RunPreferences {
  isDark: boolean;
  isSpeaking: boolean;
}

/** What a cycle is followed by: the car's heat model, the bands of its parts, and how warm they are when it begins. */
function cycleModel(logbook: Logbook, car: Car, run: BeddingBegun, nowMs: number) {
  const axle = decidingAxle(run.axles);
  const of = beddingCar(logbook, car, run.airTempC, run.hasTapedDucts);
  const before = runState(logbook, run).cycles.at(-1);
  const isWarm = before && (nowMs - Date.parse(before.recordedAt)) / 60_000 < WARM_MIN;
  const ended = before?.applications.at(-1);
  const endS = ended ? ended.startS + ended.seconds + before!.cooledS : 0;
  const last = { seconds: endS, kmh: run.procedure.cooling.kmh };
  const startC =
    before && isWarm
      ? followRun(of.heated, { applications: before.applications, last, sinceS: endS }, { airC: run.airTempC }).rotorC[
          axle
        ]
      : run.airTempC;
  return { car: of, bands: bandsFor(logbook, car, run.axles, run.procedure), axle, startC };
}

/** One cycle on the phone: where speed comes from, the run itself, and saving it. */
export function DriveCycle({ car, run, cycle }: { car: Car; run: BeddingBegun; cycle: number }) {
  const logbook = useLogbook();
  const say = useSay();
  const [preferences, setPreferences] = useState<RunPreferences>(
    () => read<RunPreferences>(PREFERENCES) ?? { isDark: true, isSpeaking: true },
  );
  const prefer = (over: Partial<RunPreferences>): void => {
    const next = { ...preferences, ...over };
    write(PREFERENCES, next);
    setPreferences(next);
  };
  // What was on record when the cycle was opened holds until it is saved.
  const [model] = useState(() => cycleModel(logbook, car, run, Date.now()));
  const c = useCycle(run, cycle, model);
  const [pace, setPace] = useState<Pace>('1');
  const speed = useCycleSpeed(run, c, pace);
  const [isEnding, setEnding] = useState(false);
  const awakeProblem = useAwake(speed.isLive && !speed.isOver);
  const voice = useVoice(preferences.isSpeaking && speed.isLive);
  useAnnouncements(c, voice.say);

  const saving = useFinish(car, run, cycle, c);
  const isSaved = useRef(false);
  const finishOnce = useEffectEvent(async () => {
    if (!c.head || isSaved.current) return;
    isSaved.current = true;
    isSaved.current = await saving.finish('');
  });
  // Once, when the cooling is over.
  useEffect(() => {
    if (speed.isOver) void finishOnce();
  }, [speed.isOver]);

  if (!c.head || (!speed.isLive && !speed.isOver))
    return (
      <BeforeCycle
        car={car}
        run={run}
        cycle={cycle}
        c={c}
        pace={pace}
        onPace={setPace}
        onBegin={speed.begin}
        onGoOn={speed.goOn}
      />
    );
  const problem = speed.problem ?? saving.problem;
  const isTap = c.head.source === 'tap';
  const tap = (): void => c.tap(speed.clockS());
  return (
    <RunView
      cycle={c}
      bands={model.bands}
      title={`${carLabel(logbook, car.id)}, cycle ${cycle}. ${speedSourceNames[c.head.source]}`}
      isDark={preferences.isDark}
      lostS={speed.lostS}
      onTap={isTap && nextWanted(c.state) ? tap : null}
    >
      <View style={styles.gap}>
        {problem ? (
          <Text tone="stop" live>
            {problem}
          </Text>
        ) : null}
        {awakeProblem ? <Text as="small">{awakeProblem}</Text> : null}
        {isEnding ? (
          <EndHere busy={saving.saving} onEnd={(why) => void saving.finish(why)} onStay={() => setEnding(false)} />
        ) : (
          <View style={styles.row}>
            {!isTap && speed.lostS !== null && nextWanted(c.state) ? (
              <View style={styles.grow}>
                <MainButton onPress={tap}>Braked: count it</MainButton>
              </View>
            ) : null}
            {problem && speed.isSimulated ? (
              <View style={styles.grow}>
                <MainButton onPress={speed.drive}>Drive on</MainButton>
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
        {speed.isOver && saving.problem ? (
          <MainButton loading={saving.saving} onPress={() => void saving.finish('')}>
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

const styles = StyleSheet.create({
  gap: { gap: 8, width: '100%', maxWidth: 720, alignSelf: 'center' },
  row: { flexDirection: 'row', gap: 6, flexWrap: 'wrap' },
  grow: { flexGrow: 1, minWidth: 0 },
});

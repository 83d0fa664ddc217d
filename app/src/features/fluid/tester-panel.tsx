import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type HeatingSample,
  type Plateau,
  fromCanonical,
  parseQuantity,
  preferredUnit,
  unitDefinition,
} from '@calvik/core';
import { startTester, stopTester, testerStream } from '../../api/client';
import { useUnits } from '../../ui/units';
import { useTokens } from '../../theme/use-tokens';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { Chart } from '../../ui/chart';
import { Text } from '../../ui/text';
import { quantityProblemText } from '@calvik/words/input';

type TesterMessage =
  | { type: 'sample'; sample: HeatingSample }
  | { type: 'result'; plateau: Plateau }
  | { type: 'stopped'; reason: string };

type Phase = 'ready' | 'heating' | 'done';

/** A cup of this depth is what a decanted sample stands in, mm. */
const CUP_DEPTH = '30 mm';

/** The simulated boiling tester: dip, heat, watch, read. */
export function TesterPanel({
  sample,
  depth,
  onResult,
}: {
  sample: { carId?: string; bottleId?: string };
  /** Depth of the fluid where the probe stands, as text with its unit. */
  depth: string;
  onResult: (readingC: number, ambientKpa: number) => void;
}) {
  const t = useTokens();
  const { show, system } = useUnits();
  const [depthText, setDepthText] = useState(depth);
  const [phase, setPhase] = useState<Phase>('ready');
  const [samples, setSamples] = useState<HeatingSample[]>([]);
  const [plateau, setPlateau] = useState<Plateau | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [width, setWidth] = useState(0);
  const run = useRef<{ id: string; stream: EventSource } | null>(null);
  useEffect(() => () => run.current?.stream.close(), []);

  const end = (next: Phase, sentence: string | null = null): void => {
    run.current?.stream.close();
    run.current = null;
    setPhase(next);
    setProblem(sentence);
  };

  const start = async (): Promise<void> => {
    const depthMm = parseQuantity(depthText, 'length', preferredUnit('length', system));
    if (!depthMm.ok) return setProblem(quantityProblemText(depthMm));
    setSamples([]);
    setPlateau(null);
    setProblem(null);
    try {
      const { id, ambientKpa } = await startTester({ ...sample, depthMm: depthMm.value });
      setPhase('heating');
      const stream = testerStream(id);
      run.current = { id, stream };
      const hear = (event: MessageEvent<string>): void => {
        const message = JSON.parse(event.data) as TesterMessage;
        if (message.type === 'sample') setSamples((now) => [...now, message.sample]);
        if (message.type === 'stopped') end('ready', message.reason);
        if (message.type === 'result') {
          setPlateau(message.plateau);
          end('done');
          onResult(Math.round(message.plateau.boilingPointC * 10) / 10, ambientKpa);
        }
      };
      for (const type of ['sample', 'result', 'stopped']) stream.addEventListener(type, hear as EventListener);
      stream.onerror = () => run.current && end('ready', 'The connection to the tester broke. Start again.');
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
      setPhase('ready');
    }
  };
  const stop = (): void => {
    const id = run.current?.id;
    end('ready', 'Stopped by hand.');
    if (id) void stopTester(id).catch(() => undefined);
  };

  const unit = preferredUnit('temperature', system);
  const now = samples.at(-1);
  const every = Math.max(1, Math.ceil(samples.length / 40));
  const drawn = samples.filter((_, i) => i % every === 0).map((s) => Math.round(fromCanonical(s.tempC, unit)));
  return (
    <View style={styles.panel} testID="tester" onLayout={(e) => setWidth(e.nativeEvent.layout.width)}>
      <Text as="small">
        Simulated instrument. The sample heats to well over 200 °C: eyes and gloves, and let it cool before you pour it
        away.
      </Text>
      {phase === 'heating' ? null : (
        <View style={styles.row}>
          <LineInput label="Depth of the sample" value={depthText} onChange={setDepthText} style={styles.grow} />
          <MainButton mode="outlined" onPress={() => setDepthText(CUP_DEPTH)}>
            In the cup
          </MainButton>
        </View>
      )}
      {problem ? (
        <Text tone="stop" live testID="tester-problem">
          {problem}
        </Text>
      ) : null}
      {samples.length > 0 ? (
        <View style={[styles.display, { borderColor: t.ink, backgroundColor: t.sheet }]}>
          <Text as="bigFigure" testID="tester-temperature">
            {show(plateau?.boilingPointC ?? now?.tempC ?? 0, 'temperature')}
          </Text>
          <Text as="label">
            {phase === 'heating'
              ? `Heating, ${Math.round(now?.seconds ?? 0)} s`
              : plateau
                ? `Boiling point, ± ${(2 * plateau.standardErrorC).toFixed(1)} °C 95 times in 100, over the plateau`
                : 'Stopped'}
          </Text>
        </View>
      ) : null}
      {drawn.length > 4 && width > 0 ? (
        <Chart
          width={width}
          height={150}
          data={{ labels: [], datasets: [{ data: drawn, color: () => t.ink, strokeWidth: 2 }] }}
          withDots={false}
          withVerticalLabels={false}
          withVerticalLines={false}
          yAxisSuffix={` ${unitDefinition(unit).label}`}
          segments={3}
        />
      ) : null}
      {phase === 'heating' ? (
        <MainButton mode="outlined" onPress={stop}>
          Switch off
        </MainButton>
      ) : (
        <MainButton mode={phase === 'done' ? 'outlined' : 'contained'} onPress={() => void start()}>
          {phase === 'done' ? 'Test again' : 'Start heating'}
        </MainButton>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  panel: { gap: 12 },
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1 },
  display: { borderWidth: 1.5, borderRadius: 3, paddingHorizontal: 14, paddingVertical: 8 },
});

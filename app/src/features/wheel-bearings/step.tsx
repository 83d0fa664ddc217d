import { View } from 'react-native';
import { type WheelBearingMeasurement, judgeWheelBearing, maxPlayMm, readingBefore } from '@calvik/core';
import { bearingMethodNames } from '@calvik/words';
import { useUnits } from '../../ui/units';
import { useDraft } from '../../state/use-draft';
import { FigureFields, useReadFigure } from '../../ui/figure-fields';
import { LimitBar } from '../../ui/limit-bar';
import { recordText } from '../../ui/quantity-text';
import { Segments } from '../../ui/segments';
import { LiveFinding } from '../../facts/finding-line';
import { StepFrame, lastOf } from '../service/step-frame';
import type { StepProps } from '../service/use-service';

type Method = WheelBearingMeasurement['method'];

/** How far the wheel of one corner rocks on its bearing. */
export function WheelBearingStep({ s, step, logbook }: StepProps) {
  const { show, system } = useUnits();
  const read = useReadFigure();
  const corner = step.corner!;
  const standing = lastOf(s, 'wheelBearingMeasurement', (f) => f.corner === corner);
  const last = readingBefore(logbook, s.car, 'wheelBearingMeasurement', corner, s.job.id);
  const { draft, change, clear } = useDraft<{ play: string; method: Method }>(`service.${s.job.id}.${step.key}`, {
    play: recordText(standing?.playMm, 'length', system),
    method: standing?.method ?? 'rim',
  });
  const playMm = read(draft.play, 'length');
  const max = maxPlayMm(s.sheet, draft.method);
  const finding = playMm === null ? null : judgeWheelBearing({ corner, playMm, method: draft.method }, s.sheet);
  const fine = (mm: number): string => show(mm, 'length', system === 'metric' ? 2 : 4);
  return (
    <StepFrame
      s={s}
      step={step}
      hasKeypad
      wanted={`${fine(max)} at most.`}
      make={() =>
        playMm === null
          ? 'Type the play; 0 where none can be felt.'
          : [{ kind: 'wheelBearingMeasurement', corner, playMm, method: draft.method }]
      }
      onSaved={clear}
    >
      <FigureFields
        verdict={
          <View testID="live-verdict" style={{ gap: 6 }}>
            <LimitBar
              label="Play"
              fresh={0}
              limit={max}
              end={Math.max(2 * max, (playMm ?? 0) * 1.1)}
              reading={playMm}
              show={fine}
              freshWord="None"
            />
            <LiveFinding findings={finding ? [finding] : []} hasReading={finding !== null} />
          </View>
        }
        fields={[{ key: 'play', label: 'Play', dimension: 'length', last: last?.playMm ?? null }]}
        values={{ play: draft.play }}
        onChange={(_, play) => change({ play })}
        selected="play"
        onSelect={() => undefined}
      />
      <Segments
        label="Read"
        value={draft.method}
        onChange={(method) => change({ method })}
        options={(Object.keys(bearingMethodNames) as Method[]).map((value) => ({
          value,
          label: value === 'rim' ? 'At the rim' : 'Dial gauge',
        }))}
      />
    </StepFrame>
  );
}

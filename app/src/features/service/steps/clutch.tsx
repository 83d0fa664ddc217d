import { View } from 'react-native';
import { drawOutlook, judgeClutch } from '@calvik/core';
import { useDraft } from '../../../state/use-draft';
import { FigureFields, useReadFigure } from '../../../ui/figure-fields';
import { recordText } from '../../../ui/quantity-text';
import { SayAll } from '../../../ui/say-all';
import { Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';
import { useUnits } from '../../../ui/units';
import { FindingLines, LiveFinding } from '../../../facts/finding-line';
import { StepFrame } from '../step-frame';
import type { StepProps } from '../use-service';
import { ColourAndBubbles, type SeenInHose, runsClean, sayRunsClean } from './colour-and-bubbles';

interface ClutchForm extends SeenInHose {
  volume: string;
  shut: boolean;
  returns: 'yes' | 'no' | '';
}

/** The clutch line on a shared reservoir: bled last, and its pedal must come back. */
export function ClutchStep({ s, step }: StepProps) {
  const { show, system } = useUnits();
  const read = useReadFigure();
  const { exchange, car } = s;
  const standing = exchange.clutch;
  const { draft, change, clear } = useDraft<ClutchForm>(`service.${s.job.id}.clutch.${exchange.begun?.id ?? ''}`, {
    volume: recordText(standing?.volumeMl, 'volume', system),
    clean: standing ? (standing.ranClean ? 'yes' : 'no') : '',
    bubbles: standing?.bubbles ?? '',
    shut: standing?.isShut ?? false,
    returns: standing ? (standing.pedalReturns ? 'yes' : 'no') : '',
  });
  const volumeMl = read(draft.volume, 'volume');
  // It draws from the reservoir of the brakes: under MIN is said here as at any nipple.
  const outlook = drawOutlook(
    car,
    exchange,
    { volumeMl, toppedUpMl: 0, lowestMl: null },
    standing && { volumeMl: standing.volumeMl, toppedUpMl: 0 },
  );
  const found = judgeClutch({
    // Whether it is shut is asked when it is saved.
    isShut: true,
    pedalReturns: draft.returns !== 'no',
    bubbles: draft.bubbles || 'none',
    ranClean: draft.clean !== 'no',
  });
  return (
    <StepFrame
      s={s}
      step={step}
      hasKeypad
      wanted={
        outlook.stopAfterMl === null
          ? undefined
          : !exchange.isLevelKnown
            ? `Nobody has read the level in this job: keep it above MIN, ${show(car.reservoirMinMl, 'volume')}.`
            : `Stop after ${show(outlook.stopAfterMl, 'volume')}; MIN is ${show(car.reservoirMinMl, 'volume')}.`
      }
      make={() => {
        if (volumeMl === null) return 'Type what was bled here.';
        if (!draft.clean) return 'Say whether it ran clean.';
        if (!draft.bubbles) return 'Say what bubbles were seen, or none.';
        if (!draft.shut) return 'The bleed nipple must be shut before you go on.';
        if (!draft.returns) return 'Say whether the clutch pedal comes back.';
        return [
          {
            kind: 'clutchBled',
            exchangeId: exchange.begun!.id,
            bottleId: exchange.begun!.bottleId,
            volumeMl,
            ranClean: draft.clean === 'yes',
            bubbles: draft.bubbles,
            isShut: draft.shut,
            pedalReturns: draft.returns === 'yes',
          },
        ];
      }}
      onSaved={clear}
    >
      <FigureFields
        verdictHeight={44}
        verdict={
          <View testID="level-alarm">
            <LiveFinding findings={outlook.finding ? [outlook.finding] : []} hasReading={outlook.finding !== null} />
          </View>
        }
        fields={[{ key: 'volume', label: 'Bled here', dimension: 'volume' }]}
        values={{ volume: draft.volume }}
        onChange={(_, volume) => change({ volume })}
        selected="volume"
        onSelect={() => undefined}
        after={
          <SayAll label="Nipple shut, cap on, wiped" on={draft.shut} onPress={() => change({ shut: !draft.shut })} />
        }
      />
      <FindingLines findings={found} />
      <Section title="Clutch pedal">
        <Segments
          label="Clutch pedal"
          value={draft.returns}
          onChange={(returns) => change({ returns })}
          options={[
            { value: 'yes', label: 'Comes back' },
            { value: 'no', label: 'Stays down' },
          ]}
        />
      </Section>
      <ColourAndBubbles
        seen={draft}
        onChange={change}
        first={<SayAll label="Fluid clear, no air" on={runsClean(draft)} onPress={() => change(sayRunsClean(draft))} />}
      />
    </StepFrame>
  );
}

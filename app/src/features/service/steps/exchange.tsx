import { judgeChoice } from '@calvik/core';
import { useTell } from '../../../state/use-say';
import { Section } from '../../../ui/screen';
import { Segments } from '../../../ui/segments';
import { Text } from '../../../ui/text';
import { AssumedHere } from '../../../facts/assumed-here';
import { FindingLines } from '../../../facts/finding-line';
import { BottleShelf } from '../../fluid/bottle-shelf';
import { StepFrame } from '../step-frame';
import type { StepProps } from '../use-service';
import { ExchangeFigures } from './exchange-figures';
import { ExchangeMethodFields } from './exchange-method';
import { ExchangePlanTable } from './exchange-plan';
import { useShelf } from './from-bottle';
import { useExchange } from './use-exchange';

/** Method, bottle and volumes; then the plan: what to draw where, when to top up, which bottles to open. */
export function ExchangeStep({ s, step, logbook }: StepProps) {
  const tell = useTell();
  const e = useExchange({ s, logbook });
  const { draft, change, findings, isFull, isPressed } = e;
  const shelf = useShelf({ s, logbook });
  const chosen = shelf.find((x) => x.state.bottle.id === draft.bottleId);
  const mustNot = chosen ? judgeChoice(chosen) : null;
  const stops = findings.filter((f) => f.verdict === 'stop');
  return (
    <StepFrame
      s={s}
      step={step}
      saveLabel={s.exchange.begun ? 'Start again' : 'Begin'}
      make={() => {
        if (!draft.method) return { says: 'Choose the method.', at: 'Method' };
        if (!draft.bottleId || !chosen) return { says: 'Choose the bottle.', at: 'Bottle' };
        if (mustNot) return tell(mustNot);
        if (!e.volumes) return 'Type what is drawn off and refilled; 0 where the reservoir is left alone.';
        if (isPressed && e.pressureKpa === null) return { says: 'Type the pressure.', at: 'Pressure: not typed' };
        if (stops[0]) return tell(stops[0]);
        return [
          {
            kind: 'exchangeBegun',
            scope: draft.scope,
            method: draft.method,
            sequence: draft.sequence,
            bottleId: draft.bottleId,
            ...e.volumes,
            pressureKpa: e.pressureKpa,
            wantedNewPercent: e.wantedNewPercent,
          },
        ];
      }}
      onSaved={e.clear}
    >
      <FindingLines findings={findings.filter((f) => f.code === 'exchangeAnew')} />
      <Segments
        label="What is done"
        value={draft.scope}
        onChange={(scope) => change({ scope })}
        options={[
          { value: 'full', label: 'Flush' },
          { value: 'heatAffected', label: 'Bleed calipers' },
        ]}
      />
      <AssumedHere
        carId={e.car.id}
        keys={['fluidGrade', 'reservoir', 'front', 'rear', 'lines', 'masterCylinderSide', 'circuitSplit', 'sequence']}
      />
      <ExchangeMethodFields car={s.car} method={draft.method} sequence={draft.sequence} onChange={change}>
        <FindingLines findings={findings.filter((f) => f.code === 'makerSequenceDiffers')} />
      </ExchangeMethodFields>
      <Section title="Bottle">
        <BottleShelf shelf={shelf} chosenId={draft.bottleId} onChoose={(bottleId) => change({ bottleId })} />
        {shelf.length === 0 ? <Text>No bottle with fluid in it is on the shelf: enter one in stock.</Text> : null}
      </Section>
      {isFull || isPressed ? (
        <ExchangeFigures
          car={s.car}
          levelMl={e.levelMl}
          draft={draft}
          isFull={isFull}
          isPressed={isPressed}
          stops={stops}
          onChange={change}
        />
      ) : (
        <FindingLines findings={stops} />
      )}
      {e.plan && draft.method !== '' ? (
        <ExchangePlanTable
          isLevelKnown={s.exchange.isLevelKnown}
          car={e.car}
          plan={e.plan}
          method={draft.method}
          drawnOffMl={e.drawnOffMl}
          refillMl={e.refillMl}
          bottle={chosen?.state}
        />
      ) : null}
    </StepFrame>
  );
}

import { useState } from 'react';
import { torqueLinesOf } from '@calvik/core';
import { counted } from '@calvik/words';
import { useDraft } from '../../../state/use-draft';
import { TorqueLineForm } from '../../torque/torque-line-form';
import { TorqueTable } from '../../torque/torque-table';
import { keyOf } from '../../torque/use-torque-line';
import { StepFrame } from '../step-frame';
import { useGoOn } from '../use-save-step';
import type { StepProps } from '../use-service';

/** The torque table of an axle, or the wheels: line by line, in order and pattern, each click judged as it comes. */
export function TorqueStep({ s, step }: StepProps) {
  const lines = torqueLinesOf(s, step);
  const firstOpen = lines.find((l) => l.set === null || l.verdict === 'stop') ?? lines[0];
  // After a reload the same wheel is open.
  const { draft, change } = useDraft(`service.${s.job.id}.${step.key}.line`, { line: '' });
  const active = lines.find((l) => keyOf(l) === draft.line) ?? firstOpen;
  const [clicked, setClicked] = useState(0);
  const goOn = useGoOn(s, step);
  const untouched = lines.filter((l) => l.set === null).length;
  return (
    <StepFrame
      s={s}
      step={step}
      hasKeypad
      unsaved={
        clicked > 0 && active
          ? `${counted(clicked, 'click')} of ${active.fastener.name.toLowerCase()}, ${active.corner}, not saved.`
          : untouched > 0
            ? `${untouched} of ${lines.length} not torqued.`
            : null
      }
    >
      <TorqueTable lines={lines} active={active} onOpen={(line) => change({ line: keyOf(line) })} />
      {active ? (
        <TorqueLineForm
          key={keyOf(active)}
          jobId={s.job.id}
          car={s.car}
          sheet={s.sheet}
          isDone={active.set !== null}
          line={active}
          onClicks={setClicked}
          onSaved={(isInOrder) => {
            const next = lines.find((l) => keyOf(l) !== keyOf(active) && l.set === null);
            if (next) change({ line: keyOf(next) });
            // What was open and is closed now was the last one: on with the service.
            else if (isInOrder && active.set === null && lines.every((l) => l === active || l.verdict !== 'stop'))
              goOn();
          }}
        />
      ) : null}
    </StepFrame>
  );
}

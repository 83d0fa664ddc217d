import { type ChecksDone, checksOf } from '@calvik/core';
import { CheckList, type CheckStates, allOk, checkItems, checkStates, firstOpenCheck } from '../../../ui/check-list';
import { StepFrame, lastOf } from '../step-frame';
import { useDraft } from '../../../state/use-draft';
import type { StepProps } from '../use-service';

/** A list to go through: up on stands, a look at every corner, down again. */
export function ChecksStep({ s, step }: StepProps) {
  const standing = lastOf(s, 'checksDone', (f: ChecksDone) => f.step === step.key);
  const names = checksOf(s, step);
  const { draft, change, clear } = useDraft<{ states: CheckStates }>(`service.${s.job.id}.${step.key}`, {
    states: standing ? checkStates(standing.items) : {},
  });
  return (
    <StepFrame
      s={s}
      step={step}
      make={() => {
        const open = firstOpenCheck(names, draft.states);
        return open
          ? { says: 'Go through the whole list: something is still open.', at: `check-${open}` }
          : [{ kind: 'checksDone', step: step.key, items: checkItems(names, draft.states) }];
      }}
      usual={{
        says: 'All OK',
        make: () =>
          names.some((n) => draft.states[n])
            ? null
            : [{ kind: 'checksDone', step: step.key, items: checkItems(names, allOk(names)) }],
      }}
      onSaved={clear}
    >
      <CheckList
        names={names}
        states={draft.states}
        onChange={(states) => change({ states })}
        byCorner={step.kind === 'look'}
      />
    </StepFrame>
  );
}

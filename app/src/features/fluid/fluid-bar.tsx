import type { FluidJudgement } from '@calvik/core';
import { useUnits } from '../../ui/units';
import { LimitBar } from '../../ui/limit-bar';

/** The limit bar of a fluid: dry label at one end, demanded boiling point as the limit. */
export function FluidBar({ judgement }: { judgement: FluidJudgement }) {
  const { show } = useUnits();
  const { demanded, boilingNow, boilingOnDay, state } = judgement;
  // New is what the label of the fluid in the car says, even where that is less than what is wanted.
  const fresh = state.current.label.dryBoilingPointC;
  return (
    <LimitBar
      label="Boiling point"
      fresh={fresh}
      start={Math.max(fresh, demanded.value + 5, boilingNow?.value ?? 0)}
      limit={demanded.value}
      end={Math.min(demanded.value - 40, (boilingOnDay?.value ?? demanded.value) - 10)}
      reading={boilingNow?.value ?? null}
      projected={boilingOnDay?.value ?? null}
      show={(c) => show(c, 'temperature')}
      // What is in it is not on record: the least that its grade must boil at when new stands there, and says so.
      freshWord={state.current.labelFrom === 'bottle' ? 'New' : 'Grade’s least'}
      limitWord="Wants"
    />
  );
}

import { useState } from 'react';
import type { ServiceJudgement, ServiceStep } from '@calvik/core';
import { stepName } from '@calvik/words';
import { useToday } from '../../state/hooks';
import { PickList } from '../../ui/pick-list';
import { MainButton } from '../../ui/screen';
import { type NewFact, useSaveFact } from '../../facts/save-fact';
import { HandDialog, SkipDialog } from './step-dialogs';
import { useGoOn } from './use-save-step';

/** What may be done with a step but doing it: skip it with a reason, hand it over, leave it for later. */
export function StepMore({ s, step }: { s: ServiceJudgement; step: ServiceStep }) {
  const today = useToday();
  const goOn = useGoOn(s, step);
  const { saveFact, saveFacts, problem } = useSaveFact();
  const [open, setOpen] = useState<'menu' | 'skip' | 'hand' | null>(null);
  const close = (): void => setOpen(null);
  const ofJob = { carId: s.car.id, jobId: s.job.id };
  return (
    <>
      <MainButton mode="outlined" onPress={() => setOpen('menu')}>
        More
      </MainButton>
      <PickList
        title={stepName(step, s)}
        visible={open === 'menu'}
        chosen={undefined}
        options={[
          { value: 'skip', label: 'Skip, with a reason' },
          { value: 'hand', label: 'Hand over' },
          { value: 'later', label: 'Later' },
        ]}
        onClose={close}
        onPick={(what) => {
          setOpen(what === 'skip' || what === 'hand' ? what : null);
          if (what === 'later') goOn();
        }}
      />
      {open === 'skip' ? (
        <SkipDialog
          step={step}
          onClose={close}
          onSkip={async (reason) => {
            if (!(await saveFact({ kind: 'stepSkipped', step: step.key, reason, ...ofJob } as NewFact, today))) return;
            close();
            goOn();
          }}
          problem={problem}
        />
      ) : null}
      {open === 'hand' ? (
        <HandDialog
          step={step}
          onClose={close}
          onHand={async (toCrewId, keys) => {
            const handed = keys.map((key) => ({
              draft: { kind: 'stepHandedOver', step: key, toCrewId, ...ofJob } as NewFact,
            }));
            if (!(await saveFacts(handed, today))) return;
            close();
            goOn();
          }}
          s={s}
        />
      ) : null}
    </>
  );
}

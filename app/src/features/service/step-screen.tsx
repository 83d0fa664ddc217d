import { useLocalSearchParams } from 'expo-router';
import { type ComponentType } from 'react';
import type { StepKind } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { Gone } from '../../records/not-found-page';
import { ClutchStep } from './steps/clutch';
import { DecideStep } from './steps/decide';
import { DrawStep } from './steps/draw';
import { ExchangeStep } from './steps/exchange';
import { FitStep, RetractStep } from './steps/fit';
import { ChecksStep } from './steps/checks';
import { BoilStep, DriverStep } from './steps/intake';
import { ReservoirStep } from './steps/reservoir';
import { PadsStep } from './steps/pads';
import { PedalStep } from './steps/pedal';
import { ReleaseStep } from './steps/release';
import { RotorStep } from './steps/rotor';
import { LeakDownStep } from './steps/leak-down';
import { TorqueStep } from './steps/torque';
import { WheelBearingStep } from '../wheel-bearings/step';
import { type StepProps, useService } from './use-service';

/** What each kind of step is worked on with; a kind without a screen does not compile. */
const screens: Record<StepKind, ComponentType<StepProps>> = {
  pedalBaseline: PedalStep,
  driver: DriverStep,
  reservoir: ReservoirStep,
  boil: BoilStep,
  ground: ChecksStep,
  pads: PadsStep,
  rotor: RotorStep,
  wheelBearing: WheelBearingStep,
  look: ChecksStep,
  decide: DecideStep,
  retract: RetractStep,
  fit: FitStep,
  exchange: ExchangeStep,
  leakDown: LeakDownStep,
  bleed: DrawStep,
  clutch: ClutchStep,
  torque: TorqueStep,
  level: ReservoirStep,
  pedalGate: PedalStep,
  down: ChecksStep,
  wheels: TorqueStep,
  release: ReleaseStep,
};

/** One step of a service on one screen. */
export function StepScreen() {
  const { job: jobId, step: key } = useLocalSearchParams<{ job: string; step: string }>();
  const logbook = useLogbook();
  const s = useService(jobId);
  const step = s?.steps.find((x) => x.key === key);
  if (!s || !step)
    return <Gone what={s ? 'step in this service any more' : 'service'} back={s ? `/service/${jobId}` : '/work'} />;
  const Body = screens[step.kind];
  // A step that is reached anew starts from what stands, not from what another one held. A torque table has a form for each of its lines, which
  // outlives the saving of the last of them.
  const stands = step.kind === 'torque' || step.kind === 'wheels' ? '' : (step.fact?.id ?? '');
  return <Body key={`${jobId} ${key} ${s.exchange.begun?.id ?? ''} ${stands}`} s={s} step={step} logbook={logbook} />;
}

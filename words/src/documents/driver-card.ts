/** What the driver reads before going out again: on a screen, as a text, on paper. */
import type { Logbook, SessionDecision } from '@calvik/core';
import { carLabel } from '@calvik/core/logbook';
import { findSession } from '@calvik/core/sessions';
import { findingText } from '../findings';
import { sayTo } from '../reader';
import { counted } from '../texts';
import { decisionNames } from '../track';

export interface DriverCard {
  car: string;
  /** GO, GO WITH LIMITS, STOP. */
  decision: string;
  kind: SessionDecision['decision'];
  /** Big lines: what to keep to. */
  lines: string[];
  /** Smaller: why. */
  why: string[];
  signature: string;
}

export function driverCard(logbook: Logbook, decision: SessionDecision): DriverCard | null {
  const car = logbook.cars.get(decision.carId);
  const session = car && findSession(logbook, car.id, decision.sessionId);
  if (!car || !session) return null;
  const customer = logbook.customers.get(car.customerId);
  const say = sayTo({ units: customer?.units ?? 'metric', timeZone: logbook.shop.timeZone });
  const { limits } = decision;
  const lines =
    decision.decision === 'stop'
      ? ['Do not drive this car.', 'It stays until somebody has put it right and signed.']
      : [
          ...(decision.decision === 'limits' && limits.maxLaps !== null
            ? [`${counted(limits.maxLaps, 'lap')} at most`]
            : []),
          ...(decision.decision === 'limits' && limits.maxMinutes !== null ? [`${limits.maxMinutes} min at most`] : []),
          ...(limits.coolDownLap ? ['A cool-down lap, then straight in'] : []),
          ...(limits.notInTheWet ? ['Not in the wet'] : []),
          limits.lookAfterSessions === 1
            ? 'Come to us after the next session'
            : `Come to us after ${counted(limits.lookAfterSessions, 'session')}`,
          'Long pedal, smell or pull: come in at once',
        ];
  return {
    car: carLabel(logbook, car.id),
    decision: decisionNames[decision.decision].toUpperCase(),
    kind: decision.decision,
    lines,
    why: [...decision.findings.map((f) => findingText(f, say)), ...(decision.reason ? [decision.reason] : [])].slice(
      0,
      5,
    ),
    signature: `${logbook.crew.get(decision.by)?.name ?? 'somebody unknown'}, ${say.moment(decision.at)}`,
  };
}

/** The same as a text. */
export const driverCardText = (card: DriverCard): string =>
  `${card.car}: ${card.decision}. ${card.lines.join('. ')}.${card.why.length > 0 ? ` Because: ${card.why.join(' ')}` : ''} ${card.signature}`.slice(
    0,
    800,
  );

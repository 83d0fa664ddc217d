/** What the driver reads before going out again, on a screen, as a text, on paper: what the driver must do or not do, and nothing else. */
import type { Logbook, SessionDecision } from '@calvik/core';
import { carLabel } from '@calvik/core/logbook';
import { judgeTrack } from '@calvik/core/paddock';
import { findSession, lastSession } from '@calvik/core/sessions';
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
  signature: string;
}

export function driverCard(logbook: Logbook, decision: SessionDecision): DriverCard | null {
  const car = logbook.cars.get(decision.carId);
  const session = car && findSession(logbook, car.id, decision.sessionId);
  if (!car || !session) return null;
  const customer = logbook.customers.get(car.customerId);
  const say = sayTo({ units: customer?.units ?? 'metric', timeZone: logbook.shop.timeZone });
  const { limits } = decision;
  const since = foundSince(logbook, decision);
  const kind = since === null ? decision.decision : 'stop';
  const lines =
    kind === 'stop'
      ? ['Do not drive this car.', since ?? 'It stays until somebody has put it right and signed.']
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
    decision: decisionNames[kind].toUpperCase(),
    kind,
    lines,
    // Nobody is made to have signed a stop.
    signature: `${since === null ? '' : `Signed before, and counts no more: ${decisionNames[decision.decision].toLowerCase()}, `}${logbook.crew.get(decision.by)?.name ?? 'somebody unknown'}, ${say.moment(decision.at)}`,
  };
}

/** Why a decision counts no more: what came to light after it or was never shown, or a session that was driven since; null where it counts. */
function foundSince(logbook: Logbook, { id, carId, sessionId, decision }: SessionDecision): string | null {
  const car = logbook.cars.get(carId);
  const session = car && lastSession(logbook, car);
  if (!car || !session || decision === 'stop') return null;
  const state = judgeTrack(logbook, car, session.fact.eventId);
  const stops = state.findings.filter((f) => f.verdict === 'stop');
  if (stops.length === 0 && state.decision?.id === id) return null;
  if (stops.some((f) => f.code === 'notShownSince' && f.values['proof'] === 'torqued'))
    return 'The wheel nuts have not been checked.';
  return stops.length === 0 && session.fact.id !== sessionId
    ? 'It has been out since: ask what is decided now.'
    : 'Something was found after this was signed.';
}

/** The same as a text. */
export const driverCardText = (card: DriverCard): string =>
  `${card.car}: ${card.decision}. ${card.lines.join('. ')}. ${card.signature}`.slice(0, 800);

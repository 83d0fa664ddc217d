import { type Fact, dateIn, findSession, shortDate, timeIn } from '@calvik/core';
import { useLogbook } from '../../state/hooks';

/** "after session 2, 13 Jun 11:52, by Tove Loy" */
export function useWhen(): (fact: Fact) => string {
  const logbook = useLogbook();
  const { timeZone } = logbook.shop;
  return (fact) => {
    const carId = 'carId' in fact ? (fact.carId ?? '') : '';
    const sessionId = fact.kind === 'sessionDriven' ? fact.id : 'sessionId' in fact ? fact.sessionId : null;
    const session = sessionId ? findSession(logbook, carId, sessionId) : null;
    return [
      ...(session ? [`after session ${session.nth}`] : []),
      `${shortDate(dateIn(fact.at, timeZone))} ${timeIn(fact.at, timeZone)}`,
      `by ${logbook.crew.get(fact.by)?.name ?? 'somebody'}`,
    ].join(', ');
  };
}

/** A referral: what cannot be mended here, in writing, for whoever takes it on. */
import type { Logbook, ReferralWritten, UnitSystem } from '@calvik/core';
import { dateIn, longDate } from '@calvik/core/calendar';
import { carLabel, ofKind } from '@calvik/core/logbook';
import { findSession } from '@calvik/core/sessions';
import { type Means, findDiagnosis, judgeDiagnosis } from '@calvik/core/diagnosis';
import { causeNames, evidenceText, remedyTexts, shareText, signNames } from '../diagnosis';
import { sayTo } from '../reader';
import { counted } from '../texts';
import type { SheetSection } from './service-sheet/types';

export interface ReferralLetter {
  title: string;
  shop: string;
  car: string;
  plate: string;
  customer: string;
  to: string;
  date: string;
  statusLine: string;
  mayBeDriven: boolean;
  sections: SheetSection[];
  signature: string;
  caution: string;
}

const everything: Means = { hasLift: true, people: 2, wheelsAreOff: false };

export function referralLetter(logbook: Logbook, referral: ReferralWritten, units: UnitSystem): ReferralLetter | null {
  const car = logbook.cars.get(referral.carId);
  const opened = car && findDiagnosis(logbook, car.id, referral.diagnosisId);
  if (!car || !opened) return null;
  const say = sayTo({ units, timeZone: logbook.shop.timeZone });
  const d = judgeDiagnosis(logbook, car, opened, everything);
  const session = opened.sessionId ? findSession(logbook, car.id, opened.sessionId) : null;
  const top = d.advice.suspects.slice(0, 3);
  const sections: SheetSection[] = [
    {
      title: 'What is wanted',
      lines: [referral.words || 'Find out and put right what is described below.'],
      table: null,
    },
    {
      title: 'How it shows',
      lines: [
        ...(session
          ? [
              `After session ${session.nth}, ${Math.round(session.minutes)} min${session.fact.isWet ? ', wet' : ''}, air ${say.value(session.fact.airTempC, 'temperature')}.`,
              ...(session.fact.words ? [`The driver: ${session.fact.words}`] : []),
            ]
          : []),
        ...d.said.map((s) => `Said: ${signNames[s]}.`),
        ...d.found.map((f) => `${f.from === 'reading' ? 'Read' : 'On record'}: ${signNames[f.sign]}.`),
      ],
      table: null,
    },
    {
      title: `What was checked: ${counted(d.checked.length, 'check')}`,
      lines: d.checked.length === 0 ? ['Nothing yet.'] : d.checked.map((c) => `${evidenceText(c)}.`),
      table: null,
    },
    {
      title: 'What we think it is',
      lines: d.closed
        ? [
            `${causeNames[d.closed.cause]}${d.closed.isConfirmed ? '' : ', most likely'}. ${d.closed.words}`.trim(),
            remedyTexts[d.closed.cause],
          ]
        : top.map((s) => `${causeNames[s.cause]}: ${shareText(s.share)}.`),
      table: null,
    },
    { title: 'Fluid', lines: [`${car.fluidGrade}. Bleeding order and figures by the maker’s sheet.`], table: null },
  ];
  return {
    title: 'Referral',
    shop: logbook.shop.name,
    car: `${carLabel(logbook, car.id)}, ${car.make} ${car.model}${car.year ? `, ${car.year}` : ''}`,
    plate: car.plate,
    customer: logbook.customers.get(car.customerId)?.name ?? '',
    to: referral.to,
    date: longDate(dateIn(referral.at, logbook.shop.timeZone)),
    mayBeDriven: referral.mayBeDriven,
    statusLine: referral.mayBeDriven ? 'MAY BE DRIVEN THERE, gently.' : 'NOT TO BE DRIVEN.',
    sections,
    signature: `${logbook.crew.get(referral.by)?.name ?? 'somebody unknown'}, ${say.moment(referral.at)}`,
    caution: 'Probabilities are of common practice, not measured. The maker’s manual and local codes come first.',
  };
}

/** Every referral of a car, newest first. */
export const referralsOf = (logbook: Logbook, carId: string): ReferralWritten[] =>
  [...ofKind(logbook.factsOfCar(carId), 'referralWritten')].reverse();

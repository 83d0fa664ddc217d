/** Event days on the screen: a session asked for in full, a line of the look that says where, a decision that no finding lets pass, a cause in words. */
import { type Fact, dateIn } from '@calvik/core';
import { place, saved } from './hands';
import { event as coming, facts as before, heatRecords } from './heat-scene';
import { car, crew, id, show } from './scene';

export const now = Date.now();
export const ago = (minutes: number): string => new Date(now - minutes * 60_000).toISOString();
export const today = dateIn(ago(0), 'UTC');
export const event = { ...coming, startDate: today, endDate: today, beddedPartsOnly: false };
export const records = { ...heatRecords, events: [event] };
export const fact = (n: number, minutesAgo: number, body: object): Fact =>
  ({ id: id(n), at: ago(minutesAgo), recordedAt: ago(minutesAgo), by: crew.id, carId: car.id, ...body }) as Fact;
export const SESSION = id(300);
export const driven = (over: object = {}): Fact =>
  fact(300, 10, {
    kind: 'sessionDriven',
    eventId: event.id,
    outAt: ago(30),
    laps: 7,
    coolDownLap: false,
    isWet: false,
    airTempC: 18,
    ducts: null,
    complaints: [],
    words: '',
    isNothingToSay: true,
    ...over,
  });
export const soft = driven({ complaints: ['softFromCold'], isNothingToSay: false });
export const facts = (name: string): Record<string, unknown>[] => saved('facts').filter((f) => f.kind === name);
/** @param role of whoever is on duty */
export const open = (
  ui: React.ReactNode,
  params: Record<string, string>,
  more: Fact[] = [],
  role: 'technician' | 'lead' = 'technician',
): void => {
  place.params = params;
  show(ui, [...before, ...more], { ...records, crew: [{ ...crew, role }] });
};
export const atLook = { car: car.id, session: SESSION };

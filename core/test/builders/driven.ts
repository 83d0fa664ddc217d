/** What tests of wear write down: a booking, a session without anything to say, a pad with a clean face. */
import { type Booking, recordDefaults } from '../../src/model';
import { newId } from './book';

export const booked = (eventId: string, carId: string): Booking => ({
  version: 0,
  archived: false,
  ...recordDefaults.bookings,
  id: newId(),
  eventId,
  carId,
  notes: '',
});

/** @param outMs when it left the pit lane */
export const sessionBody = (eventId: string, outMs: number) => ({
  kind: 'sessionDriven' as const,
  eventId,
  outAt: new Date(outMs).toISOString(),
  laps: null as number | null,
  coolDownLap: false,
  isWet: false,
  airTempC: 20,
  ducts: null,
  complaints: [],
  words: '',
  isNothingToSay: true,
});

export const cleanFace = (thicknessMm: number) => ({ thicknessMm, otherEndMm: null, conditions: [], isSeen: true });

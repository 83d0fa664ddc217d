import type { Booking, Fact, TrackEvent } from '../../src/model';
import { type WorkItem, workOfBooking } from '../../src/run-up';
import { newId } from './book';
import { TODAY, at, car, inOrder, tove } from './run-up-book';

export const factOf = (on: string, over: object): Fact =>
  ({
    id: newId(),
    at: `${on}T09:00:00.000Z`,
    recordedAt: `${on}T09:00:00.000Z`,
    by: tove.id,
    carId: car.id,
    jobId: newId(),
    ...over,
  }) as Fact;

export const list = (e: TrackEvent, b: Booking, facts: Fact[] = inOrder(), records: object = {}): WorkItem[] =>
  workOfBooking(at(e, b, facts, records), b, TODAY);

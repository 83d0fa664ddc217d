import { heatCasesAhead } from '@calvik/core/readiness';
import { received, selectLogbook } from '../../src/state/logbook';
import { makeStore } from '../../src/state/store';
import { carOfPage } from '../../src/workers/heat-ahead';
import { facts, heatRecords } from '../builders/heat-scene';
import { car, feed, id } from '../builders/scene';
import { job } from '../builders/service-scene';

const logbook = () => {
  const store = makeStore();
  store.dispatch(received(feed(facts, { ...heatRecords, jobs: [job] })));
  return selectLogbook(store.getState());
};

test('a page about one car waits for that car alone, all others for every car that is booked', () => {
  const whole = logbook();
  expect(carOfPage(whole, `/service/${job.id}/pads.FL`)).toBe(car.id);
  expect(carOfPage(whole, `/cars/${car.id}/condition`)).toBe(car.id);
  expect(carOfPage(whole, `/track/${car.id}/${id(300)}`)).toBe(car.id);
  for (const path of ['/', '/cars', `/service/${id(999)}`, `/events/${id(7)}/day`])
    expect(carOfPage(whole, path)).toBeUndefined();
});

test('what is asked ahead of one car is what is asked of it among all', () => {
  const whole = logbook();
  const today = '2026-01-01';
  const all = heatCasesAhead(whole, today);
  expect(all.length).toBeGreaterThan(0);
  expect(heatCasesAhead(whole, today, car.id)).toEqual(all);
  expect(heatCasesAhead(whole, today, id(999))).toEqual([]);
});

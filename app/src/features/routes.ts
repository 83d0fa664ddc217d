/** Every address inside the interface, made in one place: a page that moves is moved here. */
import type { Href } from 'expo-router';
import type { StepKey } from '@calvik/core';

type Query = Record<string, string | undefined>;

/** A path with its query; what is undefined is left out. */
function to(path: string, query: Query = {}): Href {
  const given = Object.entries(query).filter((entry): entry is [string, string] => entry[1] !== undefined);
  return (given.length > 0 ? `${path}?${new URLSearchParams(given).toString()}` : path) as Href;
}

export const routes = {
  runUp: to('/'),
  settings: to('/settings'),
  unsent: to('/unsent'),
  import: to('/import'),
  messages: to('/messages'),
  work: to('/work'),
  board: to('/board'),
  boardAt: (day: string, job: string) => to('/board', { day, job }),
  plan: to('/plan'),
  bench: to('/bench'),
  crewMember: (id: string) => to(`/crew/${id}`),
  newCustomer: to('/customers/new'),
  customer: (id: string) => to(`/customers/${id}`),
  cars: to('/cars'),
  newCar: (query?: { customer?: string }) => to('/cars/new', query),
  car: (id: string, query?: { event?: string | undefined }) => to(`/cars/${id}`, query),
  editCar: (id: string) => to(`/cars/${id}/edit`),
  brakeSheet: (id: string) => to(`/cars/${id}/sheet`),
  fluid: (id: string, query?: { event?: string | undefined }) => to(`/cars/${id}/verdict`, query),
  heat: (id: string, query?: { event?: string | undefined }) => to(`/cars/${id}/heat`, query),
  heatFigures: (id: string) => to(`/cars/${id}/heat/figures`),
  heatReadings: (id: string, query?: { event?: string | undefined }) => to(`/cars/${id}/heat/readings`, query),
  bedding: (id: string) => to(`/cars/${id}/bedding`),
  planBedding: (id: string) => to(`/cars/${id}/bedding/plan`),
  beddingRun: (id: string, run: string) => to(`/cars/${id}/bedding/${run}`),
  beddingLook: (id: string, run: string) => to(`/cars/${id}/bedding/${run}/look`),
  beddingFile: (id: string, run: string) => to(`/cars/${id}/bedding/${run}/file`),
  procedures: to('/procedures'),
  newProcedure: (query?: { from?: string }) => to('/procedures/new', query),
  procedure: (id: string) => to(`/procedures/${id}`),
  test: (id: string, query?: { job?: string | undefined; corrects?: string; event?: string | undefined }) =>
    to(`/cars/${id}/test`, query),
  flush: (id: string, query?: { job?: string | undefined; corrects?: string }) => to(`/cars/${id}/flush`, query),
  planWork: (id: string, query?: { event?: string | undefined; job?: string; kind?: string }) =>
    to(`/cars/${id}/plan`, query),
  newEvent: to('/events/new'),
  event: (id: string) => to(`/events/${id}`),
  editEvent: (id: string) => to(`/events/${id}/edit`),
  workList: (id: string) => to(`/events/${id}/work`),
  newVenue: to('/venues/new'),
  venue: (id: string) => to(`/venues/${id}`),
  venueTrace: (id: string) => to(`/venues/${id}/trace`),
  service: (jobId: string) => to(`/service/${jobId}`),
  step: (jobId: string, key: StepKey) => to(`/service/${jobId}/${key}`),
  serviceSheet: (jobId: string) => to(`/service/${jobId}/sheet`),
  inventory: to('/inventory'),
  orders: to('/inventory/orders'),
  newBottle: to('/inventory/bottles/new'),
  bottle: (id: string) => to(`/inventory/bottles/${id}`),
  newFluid: to('/inventory/fluids/new'),
  newCompound: to('/inventory/compounds/new'),
  compound: (id: string) => to(`/inventory/compounds/${id}`),
  newPadSet: to('/inventory/pads/new'),
  padSet: (id: string) => to(`/inventory/pads/${id}`),
  editPadSet: (id: string) => to(`/inventory/pads/${id}/edit`),
  newRotorPair: to('/inventory/rotors/new'),
  rotorPair: (id: string) => to(`/inventory/rotors/${id}`),
  editRotorPair: (id: string) => to(`/inventory/rotors/${id}/edit`),
  supplier: (id: string) => to(`/inventory/suppliers/${id}`),
  wearPart: (id: string) => to(`/inventory/wear-parts/${id}`),
  wrench: (id: string) => to(`/inventory/wrenches/${id}`),
};

/** Names of fields and terms up to migration 0002, turned into those of 0003. Frozen with it: never edited. */
type Json = Record<string, unknown>;

const renamed = (body: Json, from: string, to: string): Json => {
  if (!(from in body)) return body;
  const { [from]: value, ...rest } = body;
  return { ...rest, [to]: value };
};
const mapped = (body: Json, field: string, map: (value: never) => unknown): Json =>
  field in body ? { ...body, [field]: map(body[field] as never) } : body;

const workKeys: Record<string, string> = { exchange: 'flush', 'ductsOff.before': 'ductsOffBefore' };
const workKey = (key: string): string => workKeys[key] ?? key;
const stepKey = (key: string): string => {
  if (key === 'seal') return 'leakDown';
  return key.startsWith('draw.') ? `bleed.${key.slice('draw.'.length)}` : key;
};
const school = (name: string): string => (name === 'diagonal' ? 'byCircuit' : name);
const complaint = (name: string): string => ({ thump: 'judder', morePush: 'highPedalEffort' })[name] ?? name;

const axleBrake = (axle: Json): Json => {
  const { pistonsPerCorner, pistonDiameterMm, ...rest } = axle;
  const named = renamed(renamed(rest, 'nipplesPerCorner', 'bleedNipplesPerCorner'), 'nippleOrder', 'bleedNippleOrder');
  if (typeof pistonsPerCorner !== 'number') return named;
  // Both sides of a fixed caliper are alike: bores are kept of one.
  const count = axle.brake === 'fixedCaliper' ? pistonsPerCorner / 2 : pistonsPerCorner;
  return { ...named, boresMm: Array.from({ length: count }, () => pistonDiameterMm) };
};
const rules = (body: Json): Json => renamed(body, 'padLeastMm', 'minPadMm');

const records: Record<string, (body: Json) => Json> = {
  shops: rules,
  customers: rules,
  events: rules,
  ruleSets: rules,
  cars: (body) => mapped(mapped(mapped(body, 'front', axleBrake), 'rear', axleBrake), 'sequenceSchool', school),
  bookings: (body) =>
    mapped(renamed(body, 'promisedIds', 'reservedIds'), 'workChanges', (changes: Json[]) =>
      changes.map((c) => mapped(c, 'item', workKey)),
    ),
  jobs: (body) =>
    mapped(
      mapped(body, 'kind', (kind: string) => (kind === 'fluidExchange' ? 'flush' : kind)),
      'covers',
      (keys: string[]) => keys.map(workKey),
    ),
  brakeSheets: (body) =>
    mapped({ maxWheelBearingPlayMm: null, ...body }, 'fasteners', (list: Json[]) =>
      list.map((f) => (f.group === 'nipple' ? { ...f, group: 'bleedNipple' } : f)),
    ),
  wearParts: (body) => renamed(body, 'lowAt', 'reorderAt'),
};

const facts: Record<string, (body: Json) => Json> = {
  nippleDrawn: (body) => ({ ...body, kind: 'nippleBled' }),
  sealHold: (body) => ({ ...body, kind: 'leakDownTest' }),
  rotorMeasurement: (body) => renamed(body, 'film', 'transferLayer'),
  driverReport: (body) => mapped(body, 'complaints', (list: string[]) => list.map(complaint)),
  checksDone: (body) =>
    mapped(mapped(body, 'step', stepKey), 'items', (items: Json[]) =>
      items.map((i) => (i.check === 'sensor' ? { ...i, check: 'sensorRefitted' } : i)),
    ),
  stepSkipped: (body) => mapped(body, 'step', stepKey),
  stepHandedOver: (body) => mapped(body, 'step', stepKey),
  photoTaken: (body) => mapped(body, 'step', stepKey),
  exchangeBegun: (body) => mapped(body, 'sequence', school),
  workDone: (body) => mapped(body, 'items', (keys: string[]) => keys.map(workKey)),
};

/** A body as the version of migration 0003 names things. Sentences in it are another matter: see `earlier-sentences.ts`. */
export function withNewNames(collection: string, body: Json): Json {
  const change = collection === 'facts' ? facts[String(body.kind)] : records[collection];
  return change ? change(body) : body;
}

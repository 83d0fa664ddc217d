import type { Logbook } from '../logbook';
import type { Car, TrackEvent, WorkRules } from '../model';

/** Whose rule it is; the name of organiser or customer, empty for the shop itself. */
export interface RuleFrom {
  owner: 'organiser' | 'customer' | 'shop';
  name: string;
}

export interface StrictRule<T> {
  value: T;
  from: RuleFrom;
  /** Others that ask for something too, and what: they are less strict, or overruled. */
  others: { value: T; from: RuleFrom }[];
}

/** The rules beside the fluid that hold for a car at an event; null where nobody asks. */
export interface RulesInForce {
  minPadMm: StrictRule<number> | null;
  beddedPartsOnly: StrictRule<boolean> | null;
  reTorqueAtEvent: StrictRule<boolean> | null;
  /** The host decides, as it is the host that turns a car away; then the customer, then the shop. */
  ductsAtEvent: StrictRule<'fitted' | 'removed'> | null;
  inspection: { lines: { text: string; from: RuleFrom[] }[]; from: RuleFrom[] } | null;
}

/** Of what organiser, customer and shop ask, the strictest; with who asks for it. */
export function rulesInForce(logbook: Logbook, car: Car, event: TrackEvent): RulesInForce {
  const customer = logbook.customers.get(car.customerId);
  const askers: { rules: WorkRules; from: RuleFrom }[] = [
    { rules: event, from: { owner: 'organiser', name: event.organiser || event.name } },
    ...(customer ? [{ rules: customer, from: { owner: 'customer' as const, name: customer.name } }] : []),
    { rules: logbook.shop, from: { owner: 'shop', name: '' } },
  ];
  const strict = <T>(
    ask: (rules: WorkRules) => T | null,
    isStricter: (a: T, b: T) => boolean = () => false,
  ): StrictRule<T> | null => {
    const asked = askers.flatMap(({ rules, from }) => {
      const value = ask(rules);
      return value === null ? [] : [{ value, from }];
    });
    if (asked.length === 0) return null;
    const top = asked.reduce((a, b) => (isStricter(b.value, a.value) ? b : a));
    return { ...top, others: asked.filter((a) => a !== top) };
  };
  const inspected = askers.filter((a) => a.rules.inspectionItems.length > 0);
  return {
    minPadMm: strict(
      (r) => r.minPadMm,
      (a, b) => a > b,
    ),
    beddedPartsOnly: strict((r) => r.beddedPartsOnly || null),
    reTorqueAtEvent: strict((r) => r.reTorqueAtEvent || null),
    ductsAtEvent: strict((r) => (r.ductsAtEvent === 'any' ? null : r.ductsAtEvent)),
    inspection:
      inspected.length === 0
        ? null
        : {
            lines: [...new Set(inspected.flatMap((a) => a.rules.inspectionItems))].map((text) => ({
              text,
              from: inspected.filter((a) => a.rules.inspectionItems.includes(text)).map((a) => a.from),
            })),
            from: inspected.map((a) => a.from),
          },
  };
}

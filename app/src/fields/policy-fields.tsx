import type { FluidPolicy } from '@calvik/core';
import { readCount } from '@calvik/core/units';

/** The five schools as options of a form; 'none' leaves the decision to the others. */
export const schoolOptions = [
  { value: 'none', label: 'None of its own' },
  { value: 'everyEvent', label: 'A: flush before every event' },
  { value: 'window', label: 'B: within so many days before an event' },
  { value: 'bleedAfterTrackDay', label: 'C: bleed after each track day' },
  { value: 'roadInterval', label: 'D: every so many months' },
  { value: 'weeklyInSeason', label: 'E: weekly bleed in season' },
] as const;

export type School = (typeof schoolOptions)[number]['value'];

export interface PolicyForm {
  school: School;
  /** Days for B, months for C and D. */
  count: string;
}

export const countLabel: Partial<Record<School, string>> = {
  window: 'Days before the event',
  bleedAfterTrackDay: 'Flush every (months)',
  roadInterval: 'Flush every (months)',
};

const usualCount: Partial<Record<School, string>> = { window: '90', bleedAfterTrackDay: '9', roadInterval: '24' };

export function policyForm(policy: FluidPolicy | null | undefined): PolicyForm {
  if (!policy) return { school: 'none', count: '' };
  const count =
    policy.school === 'window'
      ? policy.withinDays
      : policy.school === 'bleedAfterTrackDay'
        ? policy.fullEveryMonths
        : policy.school === 'roadInterval'
          ? policy.everyMonths
          : '';
  return { school: policy.school, count: String(count) };
}

/** The policy that the form describes; the season of school E is April to October, common practice, no source. */
export function policyOf({ school, count }: PolicyForm): FluidPolicy | null {
  const n = count.trim() === '' ? Number(usualCount[school]) : (readCount(count) ?? Number.NaN);
  switch (school) {
    case 'none':
      return null;
    case 'everyEvent':
      return { school };
    case 'window':
      return { school, withinDays: n };
    case 'bleedAfterTrackDay':
      return { school, fullEveryMonths: n };
    case 'roadInterval':
      return { school, everyMonths: n };
    case 'weeklyInSeason':
      return { school, firstMonth: 4, lastMonth: 10 };
  }
}

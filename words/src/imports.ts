/** Why a row of a table cannot be saved, and what may stand in its columns. */
import { grades } from '@calvik/core/model';
import type { ImportColumn, ImportProblem } from '@calvik/core/imports';
import { boresProblemText, issueText } from './input';
import type { Say } from './reader';
import { capital } from './texts';

export function importProblemText(problem: ImportProblem, say: Say): string {
  switch (problem.code) {
    case 'rowIsEmpty':
      return 'The row is empty.';
    case 'customerNotNamed':
      return 'No customer is named.';
    case 'carNotNamed':
      return 'No car is named.';
    case 'notAYear':
      return `“${problem.text}” is not a year.`;
    case 'notAGrade':
      return `“${problem.text}” is not a fluid grade: ${grades.join(', ')}.`;
    case 'notASide':
      return `“${problem.text}” is not a side: left or right.`;
    case 'notABrake':
      return `“${problem.text}” is not a kind of brake: fixed, floating or drum.`;
    case 'notADay':
      return `“${problem.text}” is not a day. Write it like 2026-04-03.`;
    case 'dayToCome':
      return 'The day of the last flush has not come yet.';
    case 'flushNotDated':
      return 'Something is said of a flush, but not its day.';
    case 'notAFluid':
      return `“${problem.text}” is not a fluid on record. Add it to the stock first, or leave the cell empty.`;
    case 'notBores':
      return `${capital(problem.column)}: ${boresProblemText({ ok: false, problem: problem.problem })}`;
    case 'fieldRefused':
      return `${problem.column ? `${importColumnNames[problem.column]}: ` : ''}${issueText(problem.issue, say)}`;
    case 'carTwice':
      return `${problem.customer} has a car of that name already.`;
    case 'customerLike':
      return `${problem.customer} may be ${problem.like}, who is here already${problem.phone ? ` (${problem.phone})` : ''}.`;
    case 'plateTwice':
      return `${problem.car} has the plate ${problem.plate} already.`;
  }
}

/** Columns as a reader calls them. */
export const importColumnNames: Record<ImportColumn, string> = {
  customer: 'Customer',
  car: 'Car',
  phone: 'Phone',
  email: 'E-mail',
  make: 'Make',
  model: 'Model',
  year: 'Year',
  plate: 'Plate',
  grade: 'Fluid grade',
  'driver side': 'Driver’s side',
  'front brake': 'Front brake',
  'front bores': 'Front bores',
  'rear brake': 'Rear brake',
  'rear bores': 'Rear bores',
  'last flush': 'Last flush',
  'flushed by': 'Flushed by',
  'flush fluid': 'Flushed with',
  'car notes': 'Notes on the car',
};

/** What may stand in a column; columns that take any text have nothing. */
export const importColumnHints: Partial<Record<ImportColumn, string>> = {
  customer: 'needed',
  car: 'needed',
  grade: grades.join(', '),
  'driver side': 'left or right',
  'front brake': 'fixed, floating or drum',
  'front bores': '4 × 40, or 38, 34, 28 a side',
  'rear brake': 'fixed, floating or drum',
  'rear bores': '40, or 2 × 36',
  'last flush': 'a day, such as 2026-04-03',
  'flush fluid': 'the name of a fluid on record',
};

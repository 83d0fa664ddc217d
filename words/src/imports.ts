/** Why a row of a table cannot be saved. */
import { grades } from '@calvik/core';
import type { ImportProblem } from '@calvik/core/imports';
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
    case 'notBores':
      return `${capital(problem.column)}: ${boresProblemText({ ok: false, problem: problem.problem })}`;
    case 'fieldRefused':
      return `${problem.column ? `${capital(problem.column)}: ` : ''}${issueText(problem.issue, say)}`;
    case 'carTwice':
      return `${problem.customer} has a car of that name already.`;
  }
}

import { v7 as uuidv7 } from 'uuid';
import type { z } from 'zod';
import type { SchemaIssue } from '@calvik/core';
import type { Say } from '@calvik/words';
import { issueText } from '@calvik/words/input';
import type { FieldError } from '../api/client';

export const newId = (): string => uuidv7();

/** What every new record begins with. */
export const newRecord = (): { id: string; version: number; archived: boolean } => ({
  id: newId(),
  version: 0,
  archived: false,
});

/** A schema's complaints as errors of fields, in the reader's units. */
export const fieldErrors = (error: z.ZodError, say: Say): FieldError[] =>
  error.issues.map((issue) => ({ path: issue.path.join('.'), message: issueText(issue as SchemaIssue, say) }));

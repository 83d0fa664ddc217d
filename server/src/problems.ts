import { STATUS_CODES } from 'node:http';
import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import type { z } from 'zod';
import type { SchemaIssue } from '@calvik/core';
import { sayTo } from '@calvik/words';
import { issueText } from '@calvik/words/input';
import { type ProblemCode, type Problems, problemText } from '@calvik/words/problems';

/** Sentences of the wire are metric: a client that knows the code says it in its reader's own units. */
const say = sayTo({ units: 'metric', timeZone: 'UTC' });

/** A field and what is wrong with it: as data for a client that has words of its own, and as a sentence for one that has none. */
export interface FieldError {
  path: string;
  message: string;
  issue?: SchemaIssue;
}

/** An error that the caller can do something about, as application/problem+json (RFC 9457). */
export class Problem<C extends ProblemCode = ProblemCode> extends Error {
  constructor(
    readonly status: number,
    readonly code: C,
    readonly values: Problems[C],
    readonly extra: { errors?: FieldError[] } & Record<string, unknown> = {},
  ) {
    super(code);
  }
}

export const sendProblem = (response: Response, { status, code, values, extra }: Problem): void => {
  response
    .status(status)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: `/problems/${code}`,
        title: STATUS_CODES[status] ?? 'Error',
        status,
        detail: problemText(code, values, say),
        code,
        values,
        ...extra,
      }),
    );
};

/** A field's error out of a schema's complaint. */
export function fieldError(issue: z.core.$ZodIssue): FieldError {
  const { code, path, message: _message, ...rest } = issue;
  const { input: _input, ...data } = rest as Record<string, unknown>;
  const asData = { code, path: path.map(String), ...data } as SchemaIssue;
  return { path: path.join('.'), message: issueText({ ...asData, ...missingIn(issue) }, say), issue: asData };
}

/** What is not there at all is told from what is of another type. */
const missingIn = (issue: z.core.$ZodIssue): Pick<SchemaIssue, 'input'> =>
  'input' in issue ? { input: issue.input } : {};

/** A schema's complaints, each with the path of its field. */
export function invalid(error: z.ZodError): Problem {
  const errors = error.issues.map(fieldError);
  const first = errors[0];
  return new Problem(422, 'invalid', { path: first?.path ?? '', text: first?.message ?? '' }, { errors });
}

export const notFound: RequestHandler = (request) => {
  throw new Problem(404, 'nothingThere', { method: request.method, path: request.path });
};

interface BodyParserError {
  type?: string;
  status?: number;
  statusCode?: number;
}

const parserProblems: Record<string, ProblemCode> = {
  'entity.parse.failed': 'bodyNotJson',
  'entity.too.large': 'bodyTooLarge',
  'encoding.unsupported': 'encodingUnknown',
  'charset.unsupported': 'charsetUnknown',
  'request.size.invalid': 'lengthWrong',
  'request.aborted': 'brokenOff',
};

export const errorHandler: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  if (error instanceof Problem) {
    sendProblem(response, error);
    return;
  }
  const parser = error as BodyParserError;
  const status = parser.status ?? parser.statusCode;
  if (status && status >= 400 && status < 500) {
    sendProblem(response, new Problem(status, parserProblems[parser.type ?? ''] ?? 'unreadable', {}));
    return;
  }
  request.log?.error({ err: error }, 'request failed');
  sendProblem(response, new Problem(500, 'failed', {}));
};

import { STATUS_CODES } from 'node:http';
import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import type { z } from 'zod';

export interface FieldError {
  path: string;
  message: string;
}

/** An error that the caller can do something about, as application/problem+json (RFC 9457). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly extra: { errors?: FieldError[] } & Record<string, unknown> = {},
  ) {
    super(detail);
  }
}

export const sendProblem = (response: Response, problem: Problem): void => {
  response
    .status(problem.status)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: 'about:blank',
        title: STATUS_CODES[problem.status] ?? 'Error',
        status: problem.status,
        detail: problem.detail,
        ...problem.extra,
      }),
    );
};

/** The schemas speak in sentences; what is left over from the library is put into one. */
function sentence(issue: z.core.$ZodIssue): string {
  if (issue.message.endsWith('.')) return issue.message;
  if (issue.code === 'invalid_type') {
    return issue.message.endsWith('undefined') ? 'This is missing.' : `This should be a ${issue.expected}.`;
  }
  return 'This is not one of the values that are known here.';
}

/** A schema's complaints, each with the path of its field. */
export function invalid(error: z.ZodError): Problem {
  const errors = error.issues.map((issue) => ({
    path: issue.path.join('.'),
    message: sentence(issue),
  }));
  const first = errors[0];
  const where = first?.path ? `${first.path}: ` : '';
  return new Problem(422, first ? where + first.message : 'This cannot be kept.', { errors });
}

export const notFound: RequestHandler = (request) => {
  throw new Problem(404, `There is nothing at ${request.method} ${request.path}.`);
};

interface BodyParserError {
  type?: string;
  status?: number;
  statusCode?: number;
}

const parserSentences: Record<string, string> = {
  'entity.parse.failed': 'The body is not valid JSON.',
  'entity.too.large': 'The body is too large: at most 256 kB.',
  'encoding.unsupported': 'This content encoding is not supported.',
  'charset.unsupported': 'This character set is not supported: send UTF-8.',
  'request.size.invalid': 'The body is not as long as its header says.',
  'request.aborted': 'The request was broken off.',
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
    sendProblem(response, new Problem(status, parserSentences[parser.type ?? ''] ?? 'The request cannot be read.'));
    return;
  }
  request.log?.error({ err: error }, 'request failed');
  sendProblem(response, new Problem(500, 'Something failed on the server; nothing was kept. Try again.'));
};

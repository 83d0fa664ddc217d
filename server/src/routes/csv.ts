import type { Response } from 'express';
import Papa from 'papaparse';

/** Answers with a text as a CSV file. */
export const sendCsvText = (response: Response, name: string, text: string): void => {
  response
    .type('text/csv; charset=utf-8')
    .set('Content-Disposition', `attachment; filename="${name}.csv"`)
    .set('Cache-Control', 'no-store')
    .send(text);
};

/** Answers with a table as CSV, under a name. */
export const sendCsv = (response: Response, name: string, rows: object[]): void =>
  // A table program must take nothing in it for a formula.
  sendCsvText(response, name, `\ufeff${Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' })}\r\n`);

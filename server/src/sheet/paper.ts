/** Papers of an event day: head, sections and signature on one page. */
import type { Response } from 'express';
import { begin, finish } from './document';
import { type SheetHead, writeHead, writeSections, writeSignature } from './parts';

interface Paper extends SheetHead {
  sections: Parameters<typeof writeSections>[1];
  signature: string;
  caution: string;
}

/** A paper with head, sections and signature as a PDF on A4. @param isGood a thin frame, not a thick one */
export function paperPdf(paper: Paper, isGood: boolean): Promise<Buffer> {
  const { doc, bytes } = begin(`${paper.title}, ${paper.car}`, paper.shop);
  writeHead(doc, paper, isGood);
  writeSections(doc, paper.sections);
  writeSignature(doc, paper);
  finish(doc, `${paper.shop}   ${paper.car}`);
  return bytes;
}

/** A PDF as an answer. @param name of the file, in words */
export const sendPaper = async (response: Response, name: string, pdf: Promise<Buffer>): Promise<void> => {
  response
    .type('application/pdf')
    .set('Content-Disposition', `inline; filename="${name.replace(/[^a-z0-9]+/gi, '-').toLowerCase()}.pdf"`)
    .set('Cache-Control', 'no-store')
    .send(await pdf);
};

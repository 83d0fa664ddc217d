import type { BeddingSheet } from '@calvik/words/documents';
import { begin, finish } from './document';
import { writeHead, writePhotos, writeSections, writeSignature } from './parts';

/** A bedding sheet as a PDF on A4. @param photos JPEG or PNG of the faces */
export function beddingPdf(sheet: BeddingSheet, photos: readonly Buffer[] = []): Promise<Buffer> {
  const { doc, bytes } = begin(`${sheet.title}, ${sheet.car}`, sheet.shop);
  writeHead(doc, sheet, sheet.isAccepted);
  writeSections(doc, sheet.sections);
  writePhotos(
    doc,
    photos.map((photo, i) => ({ caption: `Photo ${i + 1}`, bytes: photo })),
  );
  writeSignature(doc, sheet);
  finish(doc, `${sheet.shop}   ${sheet.car}`);
  return bytes;
}

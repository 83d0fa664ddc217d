import type { ServiceSheet } from '@calvik/words/documents';
import { drawCorners } from './corners';
import { begin, finish } from './document';
import { type SheetPhoto, writeHead, writePhotos, writeSections, writeSignature } from './parts';

export type { SheetPhoto };

/**
 * A service sheet as a PDF on A4: ink on white, nothing that a photocopier would lose.
 * @param photos JPEG or PNG
 */
export function sheetPdf(sheet: ServiceSheet, photos: readonly SheetPhoto[] = []): Promise<Buffer> {
  const { doc, bytes } = begin(`${sheet.title}, ${sheet.car}`, sheet.shop);
  writeHead(doc, sheet, sheet.status === 'released');
  drawCorners(doc, sheet.corners);
  writeSections(doc, sheet.sections);
  writePhotos(doc, photos);
  writeSignature(doc, sheet);
  finish(doc, `${sheet.shop}   ${sheet.car}`);
  return bytes;
}

export { pointsAnInch, papers, type Page, type PaperName, type Turned } from './layout/page.ts';
export { pdfOf, type PaperInfo } from './pdf.ts';
export { sheetKinds, sheetPages, type SheetKind, type SheetProgress, type SheetSet } from './sheets/index.ts';
export { svgOf } from './svg.ts';

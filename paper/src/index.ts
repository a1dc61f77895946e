export { pointsAnInch, papers, type Page, type PaperName, type Turned } from './layout/page.ts';
export { pdfOf, type PaperInfo } from './pdf.ts';
export { offerPages, type OfferAsked, type OfferMade } from './sheets/offers.ts';
export { sheetPages, type SheetProgress, type SheetsAsked } from './sheets/index.ts';
export { svgOf, svgOfAll } from './svg.ts';

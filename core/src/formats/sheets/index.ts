export { jobSheets } from './jobSheets.ts';
export { workbookOf, type SheetTable } from './workbook.ts';
export { pricesCsv, pricesWorkbook, readPriceFile, type PriceFile, type PriceFileReading } from './prices.ts';

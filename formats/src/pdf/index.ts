export { renderSheetPdf, type Paper } from './sheetPdf';

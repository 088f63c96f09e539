export { renderSheetPdf } from './sheetPdf';
export type { Paper } from '@violet-jaw/core/sheet';

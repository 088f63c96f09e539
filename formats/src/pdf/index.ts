export { renderSheetPdf } from './sheetPdf';
export { placingPdf } from './placingPdf';
export type { Paper } from '@violet-jaw/core/sheet';

import type { PDFDocumentLoadingTask, PDFPageProxy } from 'pdfjs-dist';
import { reflowed, type Block } from './reflow';
import './sheet.css';

/** Begins to open a PDF; the reader is loaded with the first one. */
export async function openPdf(url: string): Promise<PDFDocumentLoadingTask> {
  const { getDocument, GlobalWorkerOptions } = await import('pdfjs-dist');
  const { default: worker } = await import('pdfjs-dist/build/pdf.worker.min.mjs?url');
  GlobalWorkerOptions.workerSrc = worker;
  return getDocument({ url, isEvalSupported: false, enableXfa: false });
}

/** The words of a page in the order in which they are read. */
export async function textOfSheet(sheet: PDFPageProxy): Promise<Block[]> {
  const { items } = await sheet.getTextContent();
  return reflowed(
    items.flatMap((item) => {
      if (!('str' in item)) return [];
      const [, , , , x = 0, y = 0] = item.transform as number[];
      return [{ text: item.str, x, y, width: item.width, size: item.height }];
    }),
  );
}

/**
 * Draws a page as wide as its place, and no wider than can be read, sharp on any screen.
 * @param put takes the page into sight before it is drawn.
 */
export async function drawSheet(sheet: PDFPageProxy, width: number, label: string, put: (canvas: HTMLCanvasElement) => void): Promise<HTMLCanvasElement> {
  const scale = Math.min(width, 900) / sheet.getViewport({ scale: 1 }).width;
  const viewport = sheet.getViewport({ scale: scale * Math.min(Math.max(window.devicePixelRatio, 2), 3) });
  const canvas = document.createElement('canvas');
  canvas.width = viewport.width;
  canvas.height = viewport.height;
  canvas.className = 'pdf-page';
  canvas.setAttribute('role', 'img');
  canvas.setAttribute('aria-label', label);
  put(canvas);
  await sheet.render({ canvas, viewport }).promise;
  return canvas;
}

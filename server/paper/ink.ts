import { createRequire } from 'node:module';
import { FIGURE_HEIGHT, FIGURE_WIDTH, figureShapes, type Role } from '../../core/catalogue/figures/shapes.ts';
import type { Figure } from '../../core/catalogue/figures/figure.ts';

const fonts = createRequire(import.meta.url);
export const TEXT = fonts.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf');
export const BOLD = fonts.resolve('dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf');
export const MARGIN = 48;
export const INK = '#24211D';
export const SOFT = '#6A6258';
export const MAPLE = '#8A4518';
const COLOURS: Readonly<Record<Role, string>> = {
  ground: '#E4DACB',
  ball: '#B8642B',
  prop: '#3D5A75',
  loud: '#B8642B',
  trail: SOFT,
  lead: '#7A3E6B',
  trunk: '#1F7A78',
  head: INK,
  arm: '#A97A12',
  'far arm': SOFT,
  club: INK,
};

export type Doc = PDFKit.PDFDocument;

/** Everything that a document writes, once it is ended. */
export function collected(doc: Doc): Promise<Buffer> {
  const parts: Buffer[] = [];
  doc.on('data', (part: Buffer) => parts.push(part));
  return new Promise<Buffer>((resolve, reject) => {
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
  });
}

/**
 * A drill's figures in a row at the present line; on a fresh page where they don't fit.
 * @param most largest scale of a figure
 */
export function drawStrip(doc: Doc, figures: readonly Figure[], mirrored: boolean, most = 0.85): void {
  if (figures.length === 0) return;
  const room = doc.page.width - 2 * MARGIN;
  const scale = Math.min(most, room / (FIGURE_WIDTH * Math.max(3, figures.length)));
  const high = (FIGURE_HEIGHT + 22) * scale;
  if (doc.y + high > doc.page.height - MARGIN) doc.addPage();
  const top = doc.y;
  for (const [i, f] of figures.entries()) {
    const left = MARGIN + i * FIGURE_WIDTH * scale;
    doc.save().translate(left, top).scale(scale).lineCap('round').lineJoin('round');
    for (const s of figureShapes(f, mirrored)) {
      if (s.kind === 'circle') {
        doc.circle(s.at[0], s.at[1], s.radius);
        if (s.filled) doc.fill(COLOURS[s.role]);
        else doc.lineWidth(3).stroke(COLOURS[s.role]);
      } else {
        const [first, ...rest] = s.points;
        if (!first) continue;
        doc.moveTo(...first);
        for (const p of rest) doc.lineTo(...p);
        doc.lineWidth(s.width).stroke(COLOURS[s.role]);
      }
    }
    doc.restore();
    doc
      .font(TEXT)
      .fontSize(7)
      .fillColor(SOFT)
      .text(f.label, left, top + FIGURE_HEIGHT * scale, { width: FIGURE_WIDTH * scale, align: 'center' });
  }
  doc.x = MARGIN;
  doc.y = top + high;
}

/** A heading; @param size its letters, pt */
export function heading(doc: Doc, text: string, size = 13): void {
  if (doc.y > doc.page.height - 11 * size) doc.addPage();
  doc.moveDown(0.6).font(BOLD).fontSize(size).fillColor(MAPLE).text(text, MARGIN).moveDown(0.2);
}
/** A label and its text on one line; nothing where there is no text. */
export const line = (doc: Doc, label: string, text: string, size = 9): void => {
  if (text === '') return;
  doc.font(BOLD).fontSize(size).fillColor(SOFT).text(`${label}: `, MARGIN, doc.y, { continued: true });
  doc.font(TEXT).fillColor(INK).text(text);
};
export function list(doc: Doc, items: readonly string[], numbered: boolean, size = 9): void {
  doc.font(TEXT).fontSize(size).fillColor(INK);
  for (const [i, item] of items.entries())
    doc.text(`${numbered ? `${i + 1}.` : '•'} ${item}`, MARGIN, doc.y, { indent: 4 });
}

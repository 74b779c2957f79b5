import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import { FIGURE_HEIGHT, FIGURE_WIDTH, figureShapes, type Role } from '../../core/catalogue/figures/shapes.ts';
import type { Figure } from '../../core/catalogue/figures/figure.ts';

/** One drill as it stands on paper. */
export interface HandoutDrill {
  readonly name: string;
  readonly figures: readonly Figure[];
  readonly steps: readonly string[];
  readonly cue: string;
  readonly rung: string;
  readonly dose: string;
  readonly check: string;
  readonly cautions: readonly string[];
}

export interface Handout {
  readonly student: string;
  readonly leftHanded: boolean;
  readonly target: string;
  readonly madeOn: string;
  /** Days with what is planned on each. */
  readonly week: readonly { readonly day: string; readonly text: string }[];
  readonly drills: readonly HandoutDrill[];
  readonly cautions: readonly string[];
  readonly referral: string;
  /** Why all work is closed; empty where it is not. */
  readonly closedBecause: readonly string[];
}

const fonts = createRequire(import.meta.url);
const TEXT = fonts.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf');
const BOLD = fonts.resolve('dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf');
const MARGIN = 48;
const INK = '#24211D';
const SOFT = '#6A6258';
const MAPLE = '#8A4518';
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

type Doc = PDFKit.PDFDocument;

/** A drill's figures in a row at the present line. */
function drawStrip(doc: Doc, figures: readonly Figure[], mirrored: boolean): void {
  if (figures.length === 0) return;
  const room = doc.page.width - 2 * MARGIN;
  const scale = Math.min(0.85, room / (FIGURE_WIDTH * Math.max(3, figures.length)));
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

function heading(doc: Doc, text: string): void {
  if (doc.y > doc.page.height - 140) doc.addPage();
  doc.moveDown(0.6).font(BOLD).fontSize(13).fillColor(MAPLE).text(text, MARGIN).moveDown(0.2);
}
const line = (doc: Doc, label: string, text: string): void => {
  if (text === '') return;
  doc.font(BOLD).fontSize(9).fillColor(SOFT).text(`${label}: `, MARGIN, doc.y, { continued: true });
  doc.font(TEXT).fillColor(INK).text(text);
};
function list(doc: Doc, items: readonly string[], numbered: boolean): void {
  doc.font(TEXT).fontSize(9).fillColor(INK);
  for (const [i, item] of items.entries())
    doc.text(`${numbered ? `${i + 1}.` : '•'} ${item}`, MARGIN, doc.y, { indent: 4 });
}

/** The plan on paper: the week first, then each drill with its figures, steps and cautions. */
export function handoutPdf(h: Handout): Promise<Buffer> {
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    info: { Title: `Plan of ${h.student}`, CreationDate: new Date(h.madeOn) },
  });
  const parts: Buffer[] = [];
  doc.on('data', (part: Buffer) => parts.push(part));
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
  });
  doc.font(BOLD).fontSize(18).fillColor(INK).text(h.student);
  doc.font(TEXT).fontSize(10).fillColor(SOFT).text(`The one change: ${h.target}. ${h.madeOn}`);
  if (h.closedBecause.length > 0) {
    heading(doc, 'Closed');
    list(doc, h.closedBecause, false);
  }
  heading(doc, 'The week');
  for (const d of h.week) line(doc, d.day, d.text);
  heading(doc, 'Mind');
  list(doc, h.cautions, false);
  for (const d of h.drills) {
    heading(doc, d.name);
    drawStrip(doc, d.figures, h.leftHanded);
    list(doc, d.steps, true);
    doc.moveDown(0.3);
    line(doc, 'Cue', d.cue);
    line(doc, 'Rung', d.rung);
    line(doc, 'Dose', d.dose);
    line(doc, 'Passed', d.check);
    list(doc, d.cautions, false);
  }
  doc.moveDown(1).font(TEXT).fontSize(8).fillColor(SOFT).text(h.referral, MARGIN);
  doc.end();
  return done;
}

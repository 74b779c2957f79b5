import { dayOf } from '../../core/units/calendar-day.ts';
import PDFDocument from 'pdfkit';
import type { LessonSheet } from '../../api/paper-types.ts';
import { BOLD, collected, drawStrip, heading, INK, line, list, MARGIN, SOFT, TEXT, type Doc } from './ink.ts';

/** Sizes that are tried until all stands on one page: letters, pt, and figures, as a scale; steps go last. */
const SIZES = [
  { letters: 9, figures: 0.6, steps: true },
  { letters: 8, figures: 0.5, steps: true },
  { letters: 8, figures: 0.45, steps: false },
  { letters: 7, figures: 0.36, steps: false },
  { letters: 6, figures: 0.28, steps: false },
  { letters: 5.5, figures: 0, steps: false },
] as const;

/** The days of the week in two columns at the present line. */
function weekColumns(doc: Doc, week: LessonSheet['week'], letters: number): void {
  const half = Math.ceil(week.length / 2);
  const width = (doc.page.width - 2 * MARGIN - 16) / 2;
  const top = doc.y;
  let lowest = top;
  for (const [column, days] of [week.slice(0, half), week.slice(half)].entries()) {
    let y = top;
    for (const d of days) {
      const text = `${d.day}: ${d.text}`;
      const x = MARGIN + column * (width + 16);
      doc.font(TEXT).fontSize(letters).fillColor(INK).text(text, x, y, { width });
      y = doc.y + 1;
    }
    lowest = Math.max(lowest, y);
  }
  doc.x = MARGIN;
  doc.y = lowest;
}

async function drawn(s: LessonSheet, size: (typeof SIZES)[number]): Promise<{ pdf: Buffer; pages: number }> {
  const { letters, figures, steps } = size;
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    bufferPages: true,
    info: { Title: `Lesson of ${s.student}`, CreationDate: new Date(s.startsAt) },
  });
  const done = collected(doc);
  const head = (text: string): void => heading(doc, text, letters + 3);
  doc
    .font(BOLD)
    .fontSize(letters + 7)
    .fillColor(INK)
    .text(s.student);
  doc
    .font(TEXT)
    .fontSize(letters)
    .fillColor(SOFT)
    .text(`Lesson of ${dayOf(s.startsAt)}`);
  if (s.closedBecause.length > 0) {
    head('Closed');
    list(doc, s.closedBecause, false, letters);
  }
  if (s.target) {
    head(`The one change: ${s.target.name}`);
    doc.font(TEXT).fontSize(letters).fillColor(INK).text(s.target.happens, MARGIN);
  }
  if (s.changed.length > 0) {
    head('What changed today');
    list(doc, s.changed, false, letters);
  }
  head('Before and now');
  for (const r of s.beforeAfter) line(doc, r.what, `${r.before} before, ${r.now} now`, letters);
  doc.font(TEXT).fontSize(letters).fillColor(INK).text(s.verdict, MARGIN);
  for (const d of s.drills) {
    head(d.name);
    if (figures > 0) drawStrip(doc, d.figures, s.handedness === 'left', figures);
    if (steps) list(doc, d.steps, true, letters);
    line(doc, 'Cue', d.cue, letters);
    line(doc, 'Rung', d.rung, letters);
    line(doc, 'Dose', d.dose, letters);
    line(doc, 'Passed', d.check, letters);
    list(doc, d.cautions, false, letters);
  }
  if (!steps && s.drills.length > 0)
    doc.font(TEXT).fontSize(letters).fillColor(SOFT).text('The steps stand on your practice page.', MARGIN);
  head('The week');
  weekColumns(doc, s.week, letters);
  head('Mind');
  list(doc, s.cautions, false, letters);
  doc
    .moveDown(0.5)
    .font(TEXT)
    .fontSize(letters - 1)
    .fillColor(SOFT)
    .text(s.referral, MARGIN);
  const pages = doc.bufferedPageRange().count;
  doc.end();
  return { pdf: await done, pages };
}

/** A lesson on one page: what changed, before and now, the drills, the week and the cautions. */
export async function sheetPdf(s: LessonSheet): Promise<Buffer> {
  for (const size of SIZES) {
    const { pdf, pages } = await drawn(s, size);
    if (pages === 1 || size === SIZES[SIZES.length - 1]) return pdf;
  }
  throw new Error('No size is tried.');
}

import PDFDocument from 'pdfkit';
import type { PaperPlan } from '../../api/paper-types.ts';
import { BOLD, collected, drawStrip, heading, INK, line, list, MARGIN, SOFT, TEXT } from './ink.ts';

export interface Handout extends PaperPlan {
  readonly student: string;
  readonly leftHanded: boolean;
  readonly target: string;
  readonly madeOn: string;
}

/** The plan on paper: the week first, then each drill with its figures, steps and cautions. */
export function handoutPdf(h: Handout): Promise<Buffer> {
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    info: { Title: `Plan of ${h.student}`, CreationDate: new Date(h.madeOn) },
  });
  const done = collected(doc);
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

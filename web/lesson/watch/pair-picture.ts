import type { VideoAnswer } from '../../../api/capture-types.ts';
import type { Film } from './picture/use-player.ts';

const TITLE_PX = 44;
const GAP_PX = 16;

/** Two drawn pictures beside each other with their names under them, on one sheet. */
export function sideBySide(
  pictures: readonly (HTMLCanvasElement | null)[],
  names: readonly string[],
): HTMLCanvasElement | null {
  const drawn = pictures.filter((p): p is HTMLCanvasElement => p !== null);
  if (drawn.length < 2) return null;
  const height = Math.max(...drawn.map((p) => p.height));
  const canvas = document.createElement('canvas');
  canvas.width = drawn.reduce((w, p) => w + p.width, 0) + GAP_PX;
  canvas.height = height + TITLE_PX;
  const g = canvas.getContext('2d');
  if (!g) return null;
  const style = getComputedStyle(document.body);
  g.fillStyle = style.getPropertyValue('--paper').trim() || 'white';
  g.fillRect(0, 0, canvas.width, canvas.height);
  g.fillStyle = style.getPropertyValue('--ink').trim() || 'black';
  g.font = `600 24px ${style.fontFamily}`;
  let x = 0;
  drawn.forEach((p, i) => {
    g.drawImage(p, x, 0);
    g.fillText(names[i] ?? '', x + 8, height + 30, p.width - 16);
    x += p.width + GAP_PX;
  });
  return canvas;
}

/** Draws the second picture half through over the first, both to the same height. */
export function laidOver(
  canvas: HTMLCanvasElement,
  [under, first]: readonly [Film | null, VideoAnswer],
  [above, second]: readonly [Film | null, VideoAnswer],
  mirrored: boolean,
): void {
  canvas.width = first.widthPx;
  canvas.height = first.heightPx;
  const g = canvas.getContext('2d');
  if (!g) return;
  if (under) g.drawImage(under, 0, 0, canvas.width, canvas.height);
  if (!above) return;
  const width = (second.widthPx * canvas.height) / second.heightPx;
  g.globalAlpha = 0.5;
  if (mirrored) {
    g.translate(canvas.width, 0);
    g.scale(-1, 1);
  }
  g.drawImage(above, (canvas.width - width) / 2, 0, width, canvas.height);
}

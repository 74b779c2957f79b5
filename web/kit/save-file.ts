import type Konva from 'konva';

function saveUrl(url: string, name: string): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
}

/** Saves something as a file of the machine. */
export function saveFile(content: BlobPart, name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  saveUrl(url, name);
  URL.revokeObjectURL(url);
}

/** Saves a picture with everything drawn on it as PNG, twice as fine as on the screen. */
export const saveStage = (stage: Konva.Stage, name: string): void =>
  saveUrl(stage.toDataURL({ pixelRatio: 2, mimeType: 'image/png' }), name);

/** Saves a drawn canvas as PNG. */
export const savePng = (canvas: HTMLCanvasElement, name: string): void => saveUrl(canvas.toDataURL('image/png'), name);

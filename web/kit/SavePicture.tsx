import { Copy, Download } from 'lucide-react';
import { useRef, useState } from 'react';
import { QuietButton } from './controls.tsx';
import { saveFile } from './save-file.ts';

/** Colours of the page put into the drawing, so that it stands alone. */
export function standAlone(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const style = getComputedStyle(svg);
  const box = svg.viewBox.baseVal;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(box.width * 2));
  copy.setAttribute('height', String(box.height * 2));
  copy.setAttribute('font-family', style.fontFamily);
  const text = new XMLSerializer().serializeToString(copy);
  return text.replace(/var\((--[\w-]+)\)/g, (_, name: string) => style.getPropertyValue(name).trim() || 'black');
}

/** The drawing as a PNG on the page's card colour. */
async function asPng(svg: SVGSVGElement): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(standAlone(svg))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.width;
  canvas.height = image.height;
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no pictures.');
  context.fillStyle = getComputedStyle(svg).getPropertyValue('--card').trim() || 'white';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.drawImage(image, 0, 0);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('The picture could not be made.'))), 'image/png'),
  );
}

/** Saves the drawing of the same card as SVG, or copies it as a PNG. */
export function SavePicture({ name }: { name: string }) {
  const place = useRef<HTMLSpanElement>(null);
  const [copied, setCopied] = useState('');
  const drawing = (): SVGSVGElement | null | undefined =>
    place.current?.closest('section')?.querySelector<SVGSVGElement>('[data-picture] svg');
  const copy = async (): Promise<void> => {
    const svg = drawing();
    if (!svg) return;
    try {
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': asPng(svg) })]);
      setCopied('copied');
    } catch {
      setCopied('not copied: the browser does not allow it; save it instead');
    }
  };
  const save = (): void => {
    const svg = drawing();
    if (!svg) return;
    saveFile(standAlone(svg), `${name}.svg`, 'image/svg+xml');
  };
  return (
    <span ref={place}>
      <QuietButton onPress={save}>
        <Download size={18} aria-hidden /> Save the picture
      </QuietButton>
      <QuietButton onPress={() => void copy()}>
        <Copy size={18} aria-hidden /> {copied || 'Copy it'}
      </QuietButton>
    </span>
  );
}

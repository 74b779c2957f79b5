import { Download } from 'lucide-react';
import { useRef } from 'react';
import { QuietButton } from './controls.tsx';

/** Colours of the page put into the drawing, so that it stands alone. */
function standAlone(svg: SVGSVGElement): string {
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

/** Saves the drawing of the same card as SVG. */
export function SavePicture({ name }: { name: string }) {
  const place = useRef<HTMLSpanElement>(null);
  const save = (): void => {
    const svg = place.current?.closest('section')?.querySelector<SVGSVGElement>('[data-picture] svg');
    if (!svg) return;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([standAlone(svg)], { type: 'image/svg+xml' }));
    link.download = `${name}.svg`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <span ref={place}>
      <QuietButton onPress={save}>
        <Download size={18} aria-hidden /> Save the picture
      </QuietButton>
    </span>
  );
}

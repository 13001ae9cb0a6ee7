import fontUrl from '@fontsource-variable/encode-sans/files/encode-sans-latin-wdth-normal.woff2?url';
import { saveText, saveUrl } from './saveFile';

/** What of an element's looks is written into the picture: it stands alone, without the page's styles. */
const LOOKS = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'opacity',
  'font-size',
  'font-weight',
  'font-stretch',
  'text-anchor',
  'paint-order',
  'visibility',
] as const;
/** Pixels of a PNG for each of the drawing: sharp on paper. */
const PNG_SCALE = 2;
const FONT = 'Encode Sans Variable';

/** Copies what the page's styles make of each element into the copy itself. */
function takeLooks(from: Element, to: Element): void {
  const looks = getComputedStyle(from);
  to.setAttribute('style', LOOKS.map((name) => `${name}:${looks.getPropertyValue(name)}`).join(';'));
  // What the page's styles decide is in the looks.
  for (const { name, value } of [...to.attributes]) if (value.includes('var(')) to.removeAttribute(name);
  for (const name of ['class', 'tabindex', 'role', 'aria-label', 'aria-pressed']) to.removeAttribute(name);
  [...from.children].forEach((child, i) => takeLooks(child, to.children[i]!));
}

/** The font of the app as it is shipped, for a picture that is looked at elsewhere. */
async function fontAsText(): Promise<string> {
  const blob = await (await fetch(fontUrl)).blob();
  return new Promise((done, fail) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as string);
    reader.onerror = () => fail(reader.error ?? new Error('The font could not be read.'));
    reader.readAsDataURL(blob);
  });
}

/**
 * A drawing of the page as SVG that stands alone: with its looks, its font and the paper behind it.
 * @param pinned what stands over it while it scrolls, its axis
 */
export async function svgText(
  drawing: SVGSVGElement,
  pinned?: SVGSVGElement,
): Promise<{ text: string; width: number; height: number }> {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  takeLooks(drawing, copy);
  if (pinned) {
    const over = document.createElementNS('http://www.w3.org/2000/svg', 'g');
    over.setAttribute('transform', `translate(0 ${Number.parseFloat(pinned.style.top) || 0})`);
    for (const child of pinned.children) {
      const part = child.cloneNode(true) as Element;
      takeLooks(child, part);
      over.append(part);
    }
    copy.append(over);
  }
  const { width, height } = drawing.getBoundingClientRect();
  const [, , boxWidth = width, boxHeight = height] = (drawing.getAttribute('viewBox') ?? '').split(/\s+/).map(Number);
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height));
  copy.setAttribute('viewBox', `0 0 ${boxWidth || width} ${boxHeight || height}`);
  for (const hidden of copy.querySelectorAll('[style*="visibility:hidden"]')) hidden.remove();
  const style = document.createElementNS('http://www.w3.org/2000/svg', 'style');
  style.textContent = `@font-face{font-family:'${FONT}';font-weight:100 900;font-stretch:75% 125%;src:url(${await fontAsText()}) format('woff2')}text{font-family:'${FONT}',sans-serif;font-variant-numeric:tabular-nums}`;
  const paper = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  paper.setAttribute('width', '100%');
  paper.setAttribute('height', '100%');
  paper.setAttribute('fill', getComputedStyle(document.documentElement).getPropertyValue('--paper').trim());
  copy.prepend(style, paper);
  return { text: new XMLSerializer().serializeToString(copy), width, height };
}

/** Hands the user a drawing of the page as a file. @throws Error where the browser cannot draw it */
export async function savePicture(
  drawing: SVGSVGElement,
  name: string,
  kind: 'svg' | 'png',
  pinned?: SVGSVGElement,
): Promise<void> {
  const { text, width, height } = await svgText(drawing, pinned);
  if (kind === 'svg') return saveText(`${name}.svg`, text, 'image/svg+xml');
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = Math.ceil(width * PNG_SCALE);
  canvas.height = Math.ceil(height * PNG_SCALE);
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  saveUrl(`${name}.png`, canvas.toDataURL('image/png'));
}

/** Hands the user a chart as PNG, on paper. */
export function saveChart(chart: HTMLCanvasElement, name: string): void {
  const canvas = document.createElement('canvas');
  canvas.width = chart.width;
  canvas.height = chart.height;
  const pen = canvas.getContext('2d')!;
  pen.fillStyle = getComputedStyle(document.documentElement).getPropertyValue('--paper').trim();
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(chart, 0, 0);
  saveUrl(`${name}.png`, canvas.toDataURL('image/png'));
}

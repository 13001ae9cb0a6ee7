import type { Bracket } from '../../document/project/bench';

const MM_PER_M = 1e3;
const INCH_MM = 25.4;
/** Room round the outline for dimensions [mm]. */
const MARGIN_MM = 16;
const RULER_MM = 50;
const RULER_IN = 2;

const f = (mm: number): string => String(Number(mm.toFixed(2)));
const text = (x: number, y: number, said: string, anchor = 'middle'): string =>
  `<text x="${f(x)}" y="${f(y)}" text-anchor="${anchor}">${said}</text>`;
const line = (x1: number, y1: number, x2: number, y2: number, dash = ''): string =>
  `<line x1="${f(x1)}" y1="${f(y1)}" x2="${f(x2)}" y2="${f(y2)}"${dash === '' ? '' : ` stroke-dasharray="${dash}"`}/>`;

/** What is wrong with a bracket as it is drawn, as sentences; holes over the edge, bends outside. */
export function bracketProblems(bracket: Bracket): readonly string[] {
  const { widthM, heightM, holes, bends } = bracket;
  return [
    ...holes.flatMap((h, i) => {
      const r = h.diameterM / 2;
      const isInside = h.xM - r >= 0 && h.xM + r <= widthM && h.yM - r >= 0 && h.yM + r <= heightM;
      return isInside ? [] : [`Hole ${i + 1} runs over the edge of the bracket.`];
    }),
    ...bends.flatMap((b, i) => (b.yM > 0 && b.yM < heightM ? [] : [`Bend ${i + 1} lies outside the bracket.`])),
    ...bends.flatMap((b, i) =>
      holes.some((h) => Math.abs(h.yM - b.yM) < h.diameterM / 2) ? [`Bend ${i + 1} goes through a hole.`] : [],
    ),
  ];
}

/**
 * A bracket at true size on paper: outline, holes with their centres, bend lines, dimensions, and two rulers that show
 * whether the printer keeps the scale.
 *
 * @param bracket figures in metres from its lower left corner
 * @returns an SVG whose width and height are in millimetres; one unit of its view box is one millimetre
 */
export function bracketTemplate(
  bracket: Bracket,
  title = '',
): { readonly svg: string; readonly widthMm: number; readonly heightMm: number } {
  const [w, h] = [bracket.widthM * MM_PER_M, bracket.heightM * MM_PER_M];
  const [x0, y0] = [MARGIN_MM, MARGIN_MM];
  const rulersY = y0 + h + MARGIN_MM + 4;
  const widthMm = Math.max(w, INCH_MM * RULER_IN, RULER_MM) + 2 * MARGIN_MM;
  const heightMm = rulersY + 26;
  const holes = bracket.holes.map((hole) => {
    const [x, y, r] = [x0 + hole.xM * MM_PER_M, y0 + h - hole.yM * MM_PER_M, (hole.diameterM * MM_PER_M) / 2];
    return [
      `<circle cx="${f(x)}" cy="${f(y)}" r="${f(r)}" fill="none"/>`,
      line(x - r - 2, y, x + r + 2, y),
      line(x, y - r - 2, x, y + r + 2),
      text(x + r + 1.5, y - 1.5, `⌀${f(2 * r)}`, 'start'),
      text(x + r + 1.5, y + 3.4, `${f(hole.xM * MM_PER_M)}, ${f(hole.yM * MM_PER_M)}`, 'start'),
    ].join('');
  });
  const bends = bracket.bends.map(({ yM, angleDeg }) => {
    const y = y0 + h - yM * MM_PER_M;
    return `${line(x0 - 4, y, x0 + w + 4, y, '4 2')}${text(x0 + 1, y - 1, `bend ${f(angleDeg)}° at ${f(yM * MM_PER_M)}`, 'start')}`;
  });
  const svg = [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${f(widthMm)}mm" height="${f(heightMm)}mm" viewBox="0 0 ${f(widthMm)} ${f(heightMm)}" font-family="sans-serif" font-size="3.2" stroke="#000" stroke-width="0.25" fill="#000">`,
    `<style>text{stroke:none}</style>`,
    text(x0, 6, escapeXml(title), 'start'),
    `<rect x="${f(x0)}" y="${f(y0)}" width="${f(w)}" height="${f(h)}" fill="none" stroke-width="0.4"/>`,
    ...holes,
    ...bends,
    text(x0 + w / 2, y0 - 3, `${f(w)} mm`),
    `<g transform="rotate(-90 ${f(x0 - 4)} ${f(y0 + h / 2)})">${text(x0 - 4, y0 + h / 2, `${f(h)} mm`)}</g>`,
    ruler(x0, rulersY, RULER_MM, 10, (n) => String(n * 10), 'mm: must measure 50 mm'),
    ruler(
      x0,
      rulersY + 12,
      RULER_IN * INCH_MM,
      INCH_MM / 4,
      (n) => (n % 4 === 0 ? String(n / 4) : ''),
      'in: must measure 2 in',
    ),
    '</svg>',
  ].join('');
  return { svg, widthMm, heightMm };
}

/**
 * The template as a page that prints itself at true size.
 * @param own true: on a page of the template's own size, as a PDF has it; false: on whatever paper is in the printer
 */
export function bracketPage(bracket: Bracket, title: string, own: boolean): string {
  const { svg, widthMm, heightMm } = bracketTemplate(bracket, title);
  const page = own ? `size:${f(widthMm)}mm ${f(heightMm)}mm;margin:0` : 'margin:8mm';
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escapeXml(title)}</title><style>@page{${page}}html,body{margin:0}svg{display:block}</style>${svg}</html>`;
}

function ruler(
  x: number,
  y: number,
  lengthMm: number,
  stepMm: number,
  label: (n: number) => string,
  says: string,
): string {
  const ticks = Array.from({ length: Math.round(lengthMm / stepMm) + 1 }, (_, n) => {
    const at = x + n * stepMm;
    return `${line(at, y, at, y - (label(n) === '' ? 1.5 : 3))}${label(n) === '' ? '' : text(at, y - 3.6, label(n))}`;
  });
  return `${line(x, y, x + lengthMm, y)}${ticks.join('')}${text(x, y + 4, says, 'start')}`;
}

/** Text as it may stand in markup. */
export const escapeXml = (said: string): string =>
  said.replace(/[&<>"']/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[c]!);

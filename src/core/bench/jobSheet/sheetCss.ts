import type { Paper } from './jobSheet';

/** Text as it may stand in a CSS string. */
const cssText = (said: string): string => said.replace(/["\\\n<]/g, ' ');

/** How a job sheet looks on paper: black on white, thin rules, tabular figures. */
export const SHEET_CSS = (paper: Paper, running: string): string => `
@page { size: ${paper === 'A4' ? 'A4' : 'letter'}; margin: 14mm 14mm 16mm;
  @bottom-left { content: "${cssText(running)}"; font: 8pt 'Encode Sans Variable', sans-serif; }
  @bottom-right { content: "page " counter(page) " of " counter(pages); font: 8pt 'Encode Sans Variable', sans-serif; } }
* { box-sizing: border-box; }
html { background: #fff; color: #000; }
body { font: 8.8pt/1.32 'Encode Sans Variable', 'Encode Sans', sans-serif; font-variant-numeric: tabular-nums; margin: 0 auto; max-width: 190mm; }
.head { display: flex; justify-content: space-between; gap: 8mm; border-bottom: 1.5pt solid #000; padding-bottom: 2mm; }
h1 { font-size: 17pt; line-height: 1.1; margin: 0 0 1mm; }
.head p { margin: 0; }
section { margin-top: 3.4mm; }
h2 { font-size: 11pt; border-top: 1.2pt solid #000; margin: 0 0 1mm; padding-top: 1mm; display: flex; justify-content: space-between; break-after: avoid; }
h2 span { font-weight: 400; font-size: 8.5pt; }
section.whole { break-inside: avoid; }
section.page, section.order + section { break-before: page; }
.verdict { font-size: 12pt; font-weight: 700; }
.blank { display: inline-block; min-width: 30mm; border-bottom: 0.8pt solid #000; }
h3 { font-size: 9.5pt; margin: 2mm 0 0.5mm; break-after: avoid; }
p { margin: 1mm 0; }
table { border-collapse: collapse; width: 100%; }
th { text-align: left; font-weight: 600; border-bottom: 0.8pt solid #000; font-size: 8.5pt; }
thead td { border-bottom: 0.8pt solid #000; }
th, td { padding: 0.8mm 1.6mm 0.8mm 0; vertical-align: top; }
td { border-bottom: 0.4pt solid #999; }
tr { break-inside: avoid; }
thead { display: table-header-group; }
.r { text-align: right; white-space: nowrap; }
small { display: block; font-size: 7.6pt; }
small.inline { display: inline; }
.box { display: inline-block; width: 5mm; height: 5mm; border: 1.2pt solid #000; }
.paint { display: inline-block; width: 6mm; height: 2.6mm; border: 0.8pt dashed #000; }
.ticks { list-style: none; margin: 0; padding: 0; }
.ticks li { display: flex; gap: 2mm; padding: 0.7mm 0; border-bottom: 0.4pt solid #bbb; break-inside: avoid; }
.ticks .box { flex: none; margin-top: 0.4mm; }
.caution { border-left: 2pt solid #000; padding-left: 1mm; }
.columns { columns: 2; column-gap: 8mm; }
dl { columns: 2; column-gap: 8mm; margin: 0; }
dl div { display: flex; justify-content: space-between; border-bottom: 0.4pt solid #bbb; break-inside: avoid; padding: 0.5mm 0; }
dt { font-weight: 600; }
dd { margin: 0; text-align: right; }
.findings { margin: 0; padding: 0; list-style: none; }
.findings li { padding: 0.8mm 0 0.8mm 5mm; border-bottom: 0.4pt solid #bbb; position: relative; break-inside: avoid; }
.findings li::before { position: absolute; left: 0; content: '●'; }
.findings .stop::before { content: '■'; }
.findings .mend::before { content: '▲'; }
.ends { width: 15mm; height: 5.8mm; vertical-align: middle; }
.clock { width: 5.5mm; height: 5.5mm; vertical-align: middle; }
.schematic { width: 100%; max-height: 88mm; }
.foot { margin-top: 5mm; border-top: 0.8pt solid #000; font-size: 8pt; break-inside: avoid; }
.sign i { display: inline-block; width: 34mm; border-bottom: 0.8pt solid #000; margin-right: 6mm; height: 5mm; }
body.short { font-size: 7.6pt; }
body.short .steel { display: none; }
body.short section { margin-top: 2.5mm; }
body.short small, body.short .ends.plain { display: none; }
body.short th, body.short td { padding-block: 0.4mm; }
body.short .schematic { max-height: 48mm; }
body.short .ticks li { padding: 0.3mm 0; }
body.short p { margin: 0.6mm 0; }
body.short { max-width: none; }
body.short section.half .ticks { columns: 2; column-gap: 6mm; }
body.short .foot { margin-top: 2mm; }
body.short section.page, body.short section.order + section { break-before: auto; }
body.short .verdict { font-size: 9.5pt; }
body.short .box { width: 3.2mm; height: 3.2mm; }
@media screen { body { padding: 8mm; } }
`;

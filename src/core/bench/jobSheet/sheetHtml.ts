import { written } from '../../document/parts/partWords';
import { formatFigure, formatQuantity, displayUnit, type Quantity } from '../../foundations/units';
import { sayFinding, WEIGHTS, type Finding } from '../../judgement/audit';
import { sayEdge } from '../../judgement/sweep/sayShortfall';
import { shortfalls } from '../../judgement/sweep/shortfall';
import { sayWhole } from '../../judgement/verdict/sayWhole';
import { inSeason } from '../../document/project/project';
import { kindOf } from '../../document/parts/part';
import type { Hose } from '../hoses/hoseList';
import { hoseVerdicts } from '../hoses/hoseVerdicts';
import { CONSTRUCTION_WORDS, DUTY_WORDS, sayHoseSize, sayHoseVerdict } from '../hoses/sayHose';
import { endDrawing } from '../hoses/endDrawing';
import { sayHoseEnd } from '../hoses/hoseEnd';
import { jobTouches } from '../jobTouches';
import { jointKindWords, sayFit, type BenchJoint } from '../joints/jointList';
import { sayTorque, torqueIn } from '../joints/torque';
import { ITEM_GROUPS, ITEM_STATUS_WORDS, isBought, type Item } from '../items/item';
import { measureFirst } from '../items/measureFirst';
import { itemsOf } from '../items/itemList';
import { toolsFor } from '../items/tools';
import { againstUsualFill, LEAST_READ_M3, oilChange } from '../level/oilToAdd';
import { byPhase, PHASE_WORDS, planJob } from '../plan/jobPlan';
import { factsOf } from '../plan/wholeJob';
import { sayMinutes, sayStep } from '../plan/sayStep';
import { escapeXml } from '../places/bracketTemplate';
import { schematic } from './schematic';
import { SECTION_WORDS, type JobSheetRequest, type SheetSection } from './jobSheet';
import { SHEET_CSS } from './sheetCss';

const h = escapeXml;
/** Height of a page without its margins, the lower of both papers. */
const PAGE_MM = 228;
const LEAST_ZOOM = 0.45;
const BOX = '<span class="box"></span>';
const PAINT = '<span class="paint"></span>';

/** A table. @param heads with ` right` behind those of figures */
function table(heads: readonly string[], rows: readonly (readonly string[])[], className = ''): string {
  const right = heads.map((head) => head.endsWith(' right'));
  // A heading without words would be read out as one.
  const cell = (tag: 'th' | 'td', said: string, i: number) => {
    const name = said === '' ? 'td' : tag;
    return `<${name}${right[i] ? ' class="r"' : ''}>${said}</${name}>`;
  };
  return `<table${className ? ` class="${className}"` : ''}><thead><tr>${heads.map((t, i) => cell('th', h(t.replace(/ right$/, '')), i)).join('')}</tr></thead><tbody>${rows
    .map((row) => `<tr>${row.map((said, i) => cell('td', said, i)).join('')}</tr>`)
    .join('')}</tbody></table>`;
}

const section = (title: string, aside: string, body: string, className = ''): string =>
  body === '' ? '' : `<section class="${className}"><h2>${h(title)}<span>${h(aside)}</span></h2>${body}</section>`;

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

const ticks = (lines: readonly string[]): string =>
  `<ul class="ticks">${lines.map((l) => `<li>${BOX}<span>${l}</span></li>`).join('')}</ul>`;

/**
 * The job sheet as one page of HTML that stands alone: black on white, for A4 or Letter, with page numbers where the
 * printer's program knows them (CSS Paged Media).
 */
export function sheetHtml(request: JobSheetRequest): string {
  const { project, variant, before, paper, date, revision, sections } = request;
  const made = new SheetMaker(request);
  const body = sections.map((s) => made.section(s)).join('');
  const look = request.short ? ` class="short" style="zoom:${made.wallZoom().toFixed(3)}"` : '';
  const unitNote = ['pressure', 'temperature', 'flow', 'cutLength']
    .map((q) => displayUnit(q as Quantity, request.units).symbol)
    .join(', ');
  const running = `${project.name}, ${variant.name}, ${date}${revision === '' ? '' : `, revision ${revision}`}`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${h(`Job sheet ${project.name} ${variant.name}`)}</title><style>${SHEET_CSS(paper, running)}</style></head><body${look}><div class="head"><div><h1>Job sheet: ${h(project.name)}</h1><p>${h(project.engine.description)}${project.engine.description === '' ? '' : '. '}Variant <b>${h(variant.name)}</b>${before ? `, from <b>${h(before.name)}</b>` : ''}.${project.madeUp ? ' Invented demonstration data.' : ''}</p></div><p class="r">${h(date)}${revision === '' ? '' : `<br>Revision ${h(revision)}`}<br>${h(unitNote)}</p></div><div>${body}</div><div class="foot"><p>Hot oil and hot metal burn. A leaking pressure line near an exhaust can start a fire. The maker’s torque and limits come first. A calculation is not a licence: have safety-critical work checked by a qualified person.</p><p class="sign">Fitted by <i></i> Checked <i></i></p></div></body></html>`;
}

class SheetMaker {
  private readonly hoses: readonly Hose[];
  private readonly joints: readonly BenchJoint[];
  private readonly items: readonly Item[];

  constructor(private readonly request: JobSheetRequest) {
    ({ hoses: this.hoses, joints: this.joints } = jobTouches(request.variant, request.before));
    this.items = itemsOf(request.project, request.variant, request.before);
  }

  /**
   * How much smaller the form for the wall is set, so that it stays on one page.
   * @source engineering judgement: heights of its rows at full size, tried on every job book on A4 and Letter
   */
  wallZoom(): number {
    const { check, firstStart } = this.request;
    const heavy = check?.findings.filter((f) => f.weight === 'stop' && f.waived === null).length ?? 0;
    const rows = this.hoses.length + this.joints.length;
    // Names of many rows take a line each.
    const heightMm = 175 + 8 * heavy + 11 * Math.min(rows, 9) + 6.5 * Math.max(0, rows - 9) + 4.5 * firstStart.length;
    return Math.max(LEAST_ZOOM, Math.min(1, (PAGE_MM / heightMm) ** 0.9));
  }

  section(name: SheetSection): string {
    const title = SECTION_WORDS[name];
    switch (name) {
      case 'verdict':
        return section(title, '', this.verdict(), 'whole');
      case 'measureFirst':
        return section(title, 'these are guesses: order nothing that hangs on them before', this.measureFirst());
      case 'leftOver':
        return section(title, 'keep it for putting back', this.leftOver());
      case 'drawing':
        return section(
          title,
          'oil goes to the right; returns are not drawn',
          schematic(this.request.variant, this.request.units),
          'whole',
        );
      case 'settings':
        return section(title, '', this.settings());
      case 'hoses':
        return section(title, 'cut = routed + slack − ends; cut long, offer up, trim', this.hoseTable());
      case 'joints':
        return section(title, 'in this order; the maker’s torque comes first', this.jointTable());
      case 'parts':
        return section(title, this.request.project.name, this.partTable(), 'page order');
      case 'tools':
        return section(title, 'bold: few garages have it', this.tools(), 'whole');
      case 'places':
        return section(title, '', this.places());
      case 'steps':
        return section(title, this.hours(), this.steps(), 'page');
      case 'level':
        return section(title, '', this.level(), 'whole');
      case 'firstStart':
        return section(
          title,
          '',
          this.request.firstStart.length > 0 ? ticks(this.request.firstStart.map(h)) : '',
          'half',
        );
      case 'findings':
        return section(title, '', this.findings());
      case 'guesses':
        return section(title, '', this.guesses());
    }
  }

  private q(si: number, quantity: Quantity): string {
    return h(formatQuantity(si, quantity, this.request.units));
  }

  /** The answer first: the verdict, how sure it is, and who is not supplied. */
  private verdict(): string {
    const { check, units } = this.request;
    if (!check) return '';
    const { head, sure, detail, over } = sayWhole(check.verdict, check.certainty, units);
    const short = shortfalls(check.sweep);
    return `<p class="verdict">${h(head)}${sure === '' ? '' : ` (${h(sure)})`}.</p><p>${h(over)}.${
      detail === '' || short.length > 0 ? '' : ` ${h(detail)}`
    }</p>${short.length === 0 ? '' : `<ul class="findings">${short.map((s) => `<li class="stop">${h(sayEdge(s, units))}</li>`).join('')}</ul>`}`;
  }

  private measureFirst(): string {
    const list = measureFirst(this.request.variant, this.request.before);
    return list.length === 0
      ? ''
      : ticks(list.map(({ what, how }) => `<b>${h(capital(what))}:</b> ${h(how)}. <i class="blank"></i>`));
  }

  private leftOver(): string {
    const rows = this.items
      .filter((i) => !isBought(i) && i.status !== 'kept')
      .map((i) => [h(i.name), h(i.size), this.quantity(i), ITEM_STATUS_WORDS[i.status], BOX]);
    return rows.length === 0 ? '' : table(['Part', 'Size', 'Quantity right', 'What becomes of it', 'Done'], rows);
  }

  private settings(): string {
    const { oil } = inSeason(this.request.project, this.request.variant);
    const rows = [
      ['Oil', h(oil.name)],
      ...this.request.variant.circuit.parts.flatMap((p) =>
        kindOf(p)
          .settings(p)
          .map((set) => [h(p.name), written(set, ({ si, quantity }) => this.q(si, quantity))]),
      ),
    ];
    return `<dl>${rows.map(([a, b]) => `<div><dt>${a}</dt><dd>${b}</dd></div>`).join('')}</dl>`;
  }

  private hoseTable(): string {
    if (this.hoses.length === 0) return '';
    const { units, variant } = this.request;
    const verdicts = hoseVerdicts(this.hoses, variant, this.request.seen);
    const mm = (m: number | undefined) => (m === undefined ? '______' : h(formatFigure(m, 'cutLength', units)));
    const rows = this.hoses.map((hose) => {
      const said = (verdicts.get(hose.key) ?? []).map((v) => sayHoseVerdict(v, units));
      const clock = hose.clockingDeg === null ? '' : `, turned ${hose.clockingDeg}°`;
      return [
        `<b>${h(hose.name)}</b>`,
        `<b>${h(hose.from.place)}</b> to <b>${h(hose.to.place)}</b><small>${h([`${DUTY_WORDS[hose.duty]}, ${CONSTRUCTION_WORDS[hose.construction]}.`, ...said].join(' '))}</small>`,
        h(sayHoseSize(hose, units)),
        mm(hose.routedM),
        hose.cut ? mm(hose.cut.slackM) : '',
        hose.cut ? mm(hose.cut.takeUpM) : '',
        `<b>${mm(hose.madeM ?? hose.cut?.cutM)}</b>`,
        hose.cut ? `±${mm(hose.cut.plusMinusM)}` : '',
        `${h(sayHoseEnd(hose.from.end))}; ${h(sayHoseEnd(hose.to.end))}${clock} ${endDrawing(hose)}`,
        BOX,
      ];
    });
    return table(
      ['', 'Hose', 'Size', 'Routed right', 'Slack right', 'Ends right', 'Cut right', 'Sure to right', 'Ends', 'Cut'],
      rows,
    );
  }

  private jointTable(): string {
    const { short } = this.request;
    const rows = this.joints.map((joint, i) => {
      const fit = sayFit(joint.fit);
      const [nm, lbfIn, lbfFt, by] = torqueCells(joint);
      return [
        String(i + 1),
        `<b>${h(joint.name)}</b>${fit ? `<small>${h(fit)}</small>` : ''}`,
        h(jointKindWords(joint)),
        h(joint.tightening?.seal ?? ''),
        nm,
        ...(short ? [] : [lbfIn]),
        lbfFt,
        by,
        BOX,
        PAINT,
      ];
    });
    return rows.length === 0
      ? ''
      : table(
          [
            '',
            'Joint',
            'Kind',
            'Seal',
            'N·m right',
            ...(short ? [] : ['lbf·in right']),
            'lbf·ft right',
            'By',
            'Done',
            'Paint',
          ],
          rows,
        );
  }

  private partTable(): string {
    const rows = ITEM_GROUPS.flatMap((group) => {
      const items = this.items.filter((i) => i.group === group && isBought(i));
      return items.map((i, n) => [
        n === 0 ? `<b>${h(group)}</b>` : '',
        this.quantity(i),
        h(i.name) + (i.note ? ` <small class="inline">${h(i.note)}</small>` : ''),
        h(i.size),
        i.waits ? `when measured: ${h(i.waits)}` : i.quantity === 0 && i.unit ? 'when measured' : '',
        BOX,
      ]);
    });
    return rows.length === 0 ? '' : table(['', 'Quantity right', 'Part', 'Size', 'Order', 'Have'], rows, 'parts');
  }

  private quantity(item: Item): string {
    if (item.unit === 'm' && item.quantity === 0) return '______';
    if (item.unit === 'm') return this.q(item.quantity, 'length');
    if (item.unit === 'm³') return this.q(item.quantity, 'volume');
    return item.quantity === 0 ? 'some' : String(item.quantity);
  }

  private tools(): string {
    const hoses = this.hoses.filter((x) => x.duty !== 'coolant');
    const { project, variant, before } = this.request;
    const isDrained = !before || factsOf(project, before, variant).has('oilOut');
    return `<p>${toolsFor(this.joints, hoses, isDrained)
      .map((t) => (t.oftenLacking ? `<b>${h(t.name)}</b>` : h(t.name)))
      .join('; ')}.</p>`;
  }

  private places(): string {
    const { variant, units } = this.request;
    const rows = variant.circuit.parts.flatMap((part) => {
      const note = variant.bench?.places?.[part.id];
      if (!note && !part.place) return [];
      const facts = [
        part.place?.mount === 'frame' ? 'on the frame' : 'on the engine',
        note?.rubberMounted ? 'rubber mounts' : '',
        note?.stones === 'exposed' ? 'exposed to stones' : note?.stones === 'protected' ? 'protected from stones' : '',
        part.place?.nearExhaust ? (part.place.sleeved ? 'near the exhaust, sleeved' : 'near the exhaust') : '',
        part.place?.serviceable === false ? `access: ${note?.accessNote ?? 'something else comes off first'}` : '',
      ].filter((s) => s !== '');
      return [
        [
          `<b>${h(part.name)}</b>`,
          h(note?.where ?? ''),
          note?.lineM === undefined ? '' : h(formatQuantity(note.lineM, 'length', units)),
          h(facts.join(', ')),
        ],
      ];
    });
    return rows.length === 0 ? '' : table(['Part', 'Where', 'Line right', 'Mount and surroundings'], rows);
  }

  private hours(): string {
    const { project, variant, before } = this.request;
    if (!before) return '';
    const plan = planJob(project, before, variant);
    return `${sayMinutes(plan.plannedMin)} planned${variant.bench?.plan?.helper ? '; a helper is needed' : ''}`;
  }

  private steps(): string {
    const { project, variant, before, units } = this.request;
    if (!before) return '';
    return `<div class="columns">${byPhase(planJob(project, before, variant).steps)
      .map(
        ({ phase, steps }) =>
          `<h3>${PHASE_WORDS[phase]}</h3>${ticks(
            steps.map(
              (s) =>
                `${h(sayStep(s, units))}${s.caution ? ` <b class="caution">${h(s.caution)}</b>` : ''}${s.note.note ? ` <i>${h(s.note.note)}</i>` : ''}${s.note.pieces ? ticks(s.note.pieces.map((p) => h(p.text))) : ''}`,
            ),
          )}`,
      )
      .join('')}</div>`;
  }

  private level(): string {
    const { variant, before } = this.request;
    const change = oilChange(variant, before);
    const fill = againstUsualFill(change.addedM3);
    const over =
      change.overBeforeStartM3 > LEAST_READ_M3
        ? `The dipstick may read up to ${this.q(change.overBeforeStartM3, 'volume')} over full before the first start: the parts are empty, do not drain. `
        : '';
    const remarks = `<p>${over}Runs back overnight: about ${this.q(change.drainsBackM3, 'volume')}.</p>`;
    if (this.request.short) return `<p><b>${fill.words}: ${this.q(fill.m3, 'volume')}.</b></p>${remarks}`;
    const rows = [
      ...change.came.map((p) => [h(p.name), `+${this.q(p.volumeM3, 'volume')}`, p.prefill ? 'prefill' : '']),
      ...change.went.map((p) => [h(p.name), `−${this.q(p.volumeM3, 'volume')}`, 'comes off']),
      [`<b>${fill.words}</b>`, `<b>${this.q(fill.m3, 'volume')}</b>`, ''],
    ];
    return `${table(['Part', 'Oil right', ''], rows)}${remarks}`;
  }

  private findings(): string {
    const { check, variant, units } = this.request;
    if (!check) return '';
    const { findings } = check;
    const name = (f: Finding) => variant.circuit.parts.find((p) => p.id === f.part)?.name;
    const say = (f: Finding) =>
      `<b>${h(f.title)}${name(f) ? `, ${h(name(f)!)}` : ''}.</b> ${h(sayFinding(f, f.what, units))}`;
    const open = findings.filter((f) => f.waived === null && WEIGHTS.indexOf(f.weight) <= WEIGHTS.indexOf('mend'));
    // On the wall what stops the job; the rest is counted.
    const heavy = this.request.short ? open.filter((f) => f.weight === 'stop') : open;
    const left = open.length - heavy.length;
    const waived = findings.filter((f) => f.waived !== null);
    const list = (all: readonly Finding[], more: (f: Finding) => string) =>
      `<ul class="findings">${all.map((f) => `<li class="${f.weight}">${say(f)}${more(f)}</li>`).join('')}</ul>`;
    return [
      heavy.length > 0
        ? list(heavy, (f) => (f.remedies[0] ? ` Usual remedy: ${h(sayFinding(f, f.remedies[0], units))}.` : ''))
        : `<p>${left > 0 ? 'Nothing critical.' : 'Nothing critical and nothing to fix.'}</p>`,
      left > 0 ? `<p>${left} more to fix: see the whole sheet.</p>` : '',
      waived.length > 0
        ? `<h3>Dismissed, with the reason</h3>${list(waived, (f) => ` <i>${h(f.waived ?? '')}</i>`)}`
        : '',
    ].join('');
  }

  private guesses(): string {
    const { variant } = this.request;
    const known = new Set((variant.known ?? []).map((k) => k.slice(0, k.indexOf('.'))));
    const parts = variant.known ? variant.circuit.parts.filter((p) => !known.has(p.id)).map((p) => p.name) : [];
    const line = (what: string, list: readonly string[]) =>
      list.length > 0 ? `<p><b>${what}:</b> ${h(list.join('; '))}.</p>` : '';
    return [line('Parts with no figure typed or measured', parts)].join('');
  }
}

/** The columns are for such a nut; the words tell the other. */
const ALUMINIUM = 'aluminium nut';

/** Torque in three units as it was given, typical where it was not, or in words. */
function torqueCells(joint: BenchJoint): readonly [nm: string, lbfIn: string, lbfFt: string, by: string] {
  const { torque } = joint.note;
  const t = joint.tightening;
  if (torque) {
    const said = sayTorque(torque);
    return [h(said['N·m']), h(said['lbf·in']), h(said['lbf·ft']), h(torque.source)];
  }
  if (!t?.typicalNm) return ['', '', '', h(t?.by ?? '')];
  const [low, high] = t.typicalNm;
  const span = (unit: 'N·m' | 'lbf·in' | 'lbf·ft', decimals: number) => {
    const [a, b] = [torqueIn(low, unit).toFixed(decimals), torqueIn(high, unit).toFixed(decimals)];
    return a === b ? a : `${a}–${b}`;
  };
  return [
    span('N·m', 0),
    span('lbf·in', 0),
    span('lbf·ft', 0),
    `typical${t.by === 'torque' ? '' : `${t.by.includes(ALUMINIUM) ? ', aluminium nut' : ''}; ${h(t.by).replace(/; aluminium nut [^,]*, (steel nut.*)$/, '<span class="steel">; $1</span>')}`}`,
  ];
}

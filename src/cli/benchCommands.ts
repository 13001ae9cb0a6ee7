import { writeFileSync } from 'node:fs';
import Papa from 'papaparse';
import { jobTouches } from '../core/bench/jobTouches';
import { hoseVerdicts } from '../core/bench/hoses/hoseVerdicts';
import { sayHoseEnd } from '../core/bench/hoses/hoseEnd';
import { sayHoseSize, sayHoseVerdict } from '../core/bench/hoses/sayHose';
import { ITEM_STATUS_WORDS } from '../core/bench/items/item';
import { itemsOf } from '../core/bench/items/itemList';
import { sayFit } from '../core/bench/joints/jointList';
import { planJob } from '../core/bench/plan/jobPlan';
import { sayMinutes, sayStep } from '../core/bench/plan/sayStep';
import { bracketPage, bracketProblems, bracketTemplate } from '../core/bench/places/bracketTemplate';
import { PAPERS, type Paper } from '../core/bench/jobSheet/jobSheet';
import { say, sayJson } from './console';
import { load } from './load';
import type { OwnCommand, OwnGiven } from './newCommand';
import { printPdf } from './printPdf';
import { Refusal } from './refusal';
import { sheetOf, worstSeen, type Job } from './sheetOf';

/** The variant that is wanted and the one that the engine is in now. @throws Refusal */
function jobOf(name: string, words: readonly string[], given: OwnGiven): Job {
  const [file, ...rest] = words;
  if (file === undefined || rest.length > 0) throw new Refusal(`${name}: give one project file.`);
  const { project, variant } = load(file, given.variant, true);
  const before = project.variants.find((v) => v.id === (given.from ?? variant.bench?.plan?.from ?? variant.basedOn));
  if (given.from !== undefined && !before)
    throw new Refusal(
      `--from: there is no variant ${given.from}. There are: ${project.variants.map((v) => v.id).join(', ')}.`,
    );
  return { project, variant, before: before?.id === variant.id ? undefined : before };
}

type Row = Readonly<Record<string, string | number | boolean | null>>;

/** What a command of the bench prints: under its key all there is, as rows, and a line each. */
interface Printed {
  readonly key: string;
  readonly rows: readonly Row[];
  readonly all: readonly object[];
  readonly lines: readonly string[];
}

/** Prints rows in the form that was asked for: JSON with all there is, CSV, or a line each. */
function print({ project, variant, before }: Job, given: OwnGiven, { key, rows, all, lines }: Printed): number {
  if (given.json !== undefined)
    sayJson({ project: project.name, variant: variant.id, from: before?.id ?? null, [key]: all });
  else if (given.csv !== undefined) say(Papa.unparse([...rows], { newline: '\n', escapeFormulae: true }));
  else lines.forEach(say);
  return 0;
}

const mm = (m: number | undefined): number | null => (m === undefined ? null : Math.round(m * 1e4) / 10);

function hoses(words: readonly string[], given: OwnGiven): number {
  const job = jobOf('hoses', words, given);
  const list = jobTouches(job.variant, job.before).hoses;
  const verdicts = hoseVerdicts(list, job.variant, worstSeen(job.project, job.variant));
  const said = (key: string) => (verdicts.get(key) ?? []).map((v) => sayHoseVerdict(v));
  const rows = list.map((h) => ({
    hose: h.name,
    from: h.from.place,
    to: h.to.place,
    size: sayHoseSize(h).replace(/\u00a0/g, ' '),
    routed_mm: mm(h.routedM),
    slack_mm: mm(h.cut?.slackM),
    ends_mm: mm(h.cut?.takeUpM),
    cut_mm: mm(h.madeM ?? h.cut?.cutM),
    plus_minus_mm: mm(h.cut?.plusMinusM),
    first_end: sayHoseEnd(h.from.end),
    second_end: sayHoseEnd(h.to.end),
    clocking_deg: h.clockingDeg,
    state: h.state,
    remarks: said(h.key).join(' '),
  }));
  const lines = rows.flatMap((r) => [
    `${r.hose}  ${r.from} to ${r.to}: ${r.size}, ${r.first_end} and ${r.second_end}`,
    `   routed ${r.routed_mm ?? '?'} mm, cut ${r.cut_mm ?? '?'} mm (±${r.plus_minus_mm ?? '?'})${r.remarks ? `. ${r.remarks}` : ''}`,
  ]);
  const all = list.map((h) => ({ ...h, verdicts: verdicts.get(h.key) }));
  return print(job, given, { key: 'hoses', rows, all, lines });
}

function joints(words: readonly string[], given: OwnGiven): number {
  const job = jobOf('joints', words, given);
  const list = jobTouches(job.variant, job.before).joints;
  const rows = list.map((j, i) => ({
    order: i + 1,
    joint: j.name,
    kind: j.kind ?? '',
    fit: j.fit.kind,
    seal: j.tightening?.seal ?? '',
    by: j.tightening?.by ?? '',
    torque: j.note.torque?.value ?? null,
    torque_unit: j.note.torque?.unit ?? '',
    torque_source: j.note.torque?.source ?? '',
    state: j.state,
    remarks: sayFit(j.fit) ?? '',
  }));
  const lines = rows.map(
    (r) =>
      `${String(r.order).padStart(2)}  ${r.joint}: ${r.kind || 'not known'}${r.seal ? `; ${r.seal}` : ''}${r.by ? `; ${r.by}` : ''}${r.remarks ? `. ${r.remarks}` : ''}`,
  );
  const isGood = list.every((j) => j.fit.kind !== 'misfit' && j.fit.kind !== 'shared');
  print(job, given, { key: 'joints', rows, all: list, lines });
  return isGood ? 0 : 1;
}

function parts(words: readonly string[], given: OwnGiven): number {
  const job = jobOf('parts', words, given);
  const list = itemsOf(job.project, job.variant, job.before);
  // What stays as it is, is no part of the job.
  const rows = list
    .filter((i) => i.status !== 'kept')
    .map((i) => ({
      group: i.group,
      part: i.name,
      size: i.size,
      status: ITEM_STATUS_WORDS[i.status],
      measure_first: i.waits ?? '',
      quantity: i.unit === 'm³' ? i.quantity * 1e3 : i.quantity,
      unit: i.unit === 'm³' ? 'L' : (i.unit ?? 'pcs'),
      price: i.price ?? null,
    }));
  const lines = rows.map(
    (r) =>
      `${r.group.padEnd(12)} ${r.quantity === 0 ? 'some' : Number(r.quantity.toFixed(3))} ${r.unit}  ${r.part}${r.size ? `, ${r.size}` : ''} (${r.status}${r.measure_first ? `; measure first: ${r.measure_first}` : ''})`,
  );
  return print(job, given, { key: 'parts', rows, all: list, lines });
}

function plan(words: readonly string[], given: OwnGiven): number {
  const job = jobOf('plan', words, given);
  const { before } = job;
  if (!before) throw new Refusal('plan: say --from ID, the variant that the engine is in now.');
  const made = planJob(job.project, before, job.variant);
  const rows = made.steps.map((s, i) => ({
    step: i + 1,
    phase: s.phase,
    text: sayStep(s).replace(/\u00a0/g, ' '),
    caution: s.caution ?? '',
    minutes: s.plannedMin,
    done: s.note.done === true,
  }));
  const lines = [
    ...rows.map(
      (r) => `${String(r.step).padStart(2)}  [${r.phase}] ${r.text}${r.caution ? ` CAUTION: ${r.caution}` : ''}`,
    ),
    `${sayMinutes(made.plannedMin)} planned.`,
  ];
  return print(job, given, { key: 'steps', rows, all: made.steps, lines });
}

/** The job sheet as HTML, or as PDF where the output's name ends so and Chromium is found. */
async function sheet(words: readonly string[], given: OwnGiven): Promise<number> {
  const { project, variant, before } = jobOf('sheet', words, given);
  const paper = PAPERS.find((p) => p.toLowerCase() === (given.paper ?? 'A4').toLowerCase());
  if (!paper) throw new Refusal(`--paper: ${PAPERS.join(' or ')}.`);
  const html = sheetOf(
    { project, variant, before },
    {
      paper: paper satisfies Paper,
      short: given.short !== undefined,
      date: new Date().toISOString().slice(0, 10),
      revision: given.revision ?? '',
    },
  );
  const { output } = given;
  if (output === undefined) say(html);
  else if (output.toLowerCase().endsWith('.pdf')) await printPdf(html, output);
  else writeFileSync(output, html);
  return 0;
}

async function bracket(words: readonly string[], given: OwnGiven): Promise<number> {
  const [file, part, ...rest] = words;
  if (file === undefined || part === undefined || rest.length > 0)
    throw new Refusal('bracket: give a project file and the part that the bracket is for.');
  const { variant } = jobOf('bracket', [file], given);
  const brackets = Object.entries(variant.bench?.places ?? {}).flatMap(([id, place]) =>
    place.brackets?.length ? [[id, place.brackets] as const] : [],
  );
  const found = brackets.find(([id]) => id === part)?.[1];
  if (!found)
    throw new Refusal(
      `bracket: ${part} has no bracket. ${brackets.length > 0 ? `There are: ${brackets.map(([id]) => id).join(', ')}.` : 'Draw one under Bench, Places.'}`,
    );
  const name = variant.circuit.parts.find((p) => p.id === part)?.name ?? part;
  const { shape, on } = found.at(-1)!;
  const title = `Bracket for ${name}, revision ${found.length} of ${on}`;
  const problems = bracketProblems(shape);
  for (const problem of problems) console.error(problem);
  const { output } = given;
  if (output === undefined) say(bracketTemplate(shape, title).svg);
  else if (output.toLowerCase().endsWith('.pdf')) await printPdf(bracketPage(shape, title, true), output);
  else writeFileSync(output, bracketTemplate(shape, title).svg);
  return problems.length > 0 ? 1 : 0;
}

/** Commands of the bench: what to cut, join, buy and do. */
export const BENCH_COMMANDS = {
  hoses: { run: hoses },
  joints: { run: joints },
  parts: { run: parts },
  plan: { run: plan },
  sheet: { run: sheet },
  bracket: { run: bracket },
} as const satisfies Readonly<Record<string, OwnCommand>>;

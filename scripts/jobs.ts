// npm run jobs [-- JOB …]: writes the job books, the whole sheet of each job on an invented engine as text. A change of
// what a sheet says shows as a difference. Read each from top to bottom before keeping it.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sheetOf } from '../src/cli/sheetOf';
import { jobOf } from '../src/core/document/jobs/jobs';
import { JOB_BOOKS, madeBook } from '../src/core/verification/testing/jobBooks';

const FOLDER = 'docs/jobs';
/** Longer lines are broken between words. */
const WIDTH = 118;

const ENTITIES: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', '#39': "'" };
const plain = (html: string): string =>
  html
    .replace(/<[^>]+>/g, ' ')
    .replace(/&(#?\w+);/g, (whole, name: string) => ENTITIES[name] ?? whole)
    .replace(/[\s\u00a0]+/g, ' ')
    .replace(/ ([.,;:)])/g, '$1')
    .trim();

function broken(line: string, hanging = ''): string {
  const lines: string[] = [];
  let here = '';
  for (const word of line.split(' ')) {
    if (here !== '' && here.length + word.length >= WIDTH) {
      lines.push(here);
      here = `${hanging}${word}`;
    } else here = here === '' ? word : `${here} ${word}`;
  }
  return [...lines, here].join('\n');
}

/** The sheet's own HTML as text: a row a line, a box for each tick. */
function sheetText(html: string): string {
  const body = html
    .slice(html.indexOf('<body'))
    .replace(/<svg[\s\S]*?<\/svg>/g, '')
    .replace(/<span class="box"><\/span>/g, '[ ]')
    .replace(/<span class="paint"><\/span>/g, '')
    .replace(/<i class="blank"><\/i>/g, '______');
  const lines = [...body.matchAll(/<(h1|h2|h3|p|tr|li|dl)\b[^>]*>([\s\S]*?)(?=<\/\1>)/g)].flatMap(([, tag, inner]) => {
    switch (tag) {
      case 'h1':
        return [plain(inner!)];
      case 'h2':
        return ['', plain(inner!.replace('<span>', '<span>— ')).toUpperCase().replace(/ —$/, ''), ''];
      case 'h3':
        return ['', plain(inner!)];
      case 'tr':
        return [
          broken(
            [...inner!.matchAll(/<t[hd][^>]*>([\s\S]*?)<\/t[hd]>/g)].map(([, cell]) => plain(cell!)).join(' | '),
            '    ',
          ),
        ];
      case 'dl':
        return [...inner!.matchAll(/<div><dt>([\s\S]*?)<\/dt><dd>([\s\S]*?)<\/dd>/g)].map(
          ([, name, set]) => `${plain(name!)}: ${plain(set!)}`,
        );
      case 'li':
        return [broken(plain(inner!), '    ')];
      default:
        return [broken(plain(inner!))];
    }
  });
  return `${lines
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim()}\n`;
}

const wanted = process.argv.slice(2);
mkdirSync(FOLDER, { recursive: true });
for (const book of JOB_BOOKS) {
  if (wanted.length > 0 && !wanted.includes(book.job)) continue;
  const { project, before, variant } = madeBook(book);
  const html = sheetOf({ project, variant, before }, { paper: 'A4', short: false, date: 'no date', revision: '' });
  const head = `The job "${jobOf(book.job).label}" on an invented engine. Written by npm run jobs.\n\n`;
  writeFileSync(join(FOLDER, `${book.job}.txt`), head + sheetText(html));
  console.log(`Wrote ${book.job}`);
}

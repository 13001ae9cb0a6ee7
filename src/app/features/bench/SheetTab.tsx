import fontUrl from '@fontsource-variable/encode-sans/files/encode-sans-latin-wdth-normal.woff2?url';
import { Button, Checkbox, Input, Switch } from 'antd';
import { useMemo, useRef, useState } from 'react';
import {
  PAPERS,
  SECTION_WORDS,
  SHEET_SECTIONS,
  SHORT_SECTIONS,
  type Paper,
  type SheetSection,
} from '../../../core/bench/jobSheet/jobSheet';
import { sheetHtml } from '../../../core/bench/jobSheet/sheetHtml';
import { firstStartSteps, startLines } from '../../../core/log/firstStart';
import { US_UNITS } from '../../../core/foundations/units';
import { saveText } from '../../files/saveFile';
import { ChoiceInput } from '../../forms/ChoiceInput';
import { usePreferences } from '../../state/preferences';
import { useStartPredictions } from '../../state/useStartPredictions';
import { useCheck } from '../../state/useAnswers';
import { useJob, useWorstSeen } from './useBench';
import { seenByRange } from '../../../core/bench/hoses/hoseVerdicts';
import { Field } from '../../forms/Field';

const DATE: Intl.DateTimeFormatOptions = { day: 'numeric', month: 'long', year: 'numeric' };

/** The job sheet as it prints. */
export default function SheetTab() {
  const { engine, project, variant, before } = useJob();
  const units = usePreferences((p) => p.units);
  const checked = useCheck(engine);
  // A sheet goes to the car: nothing old is printed.
  const check = checked.old ? undefined : checked.data;
  const seen = useWorstSeen();
  const frame = useRef<HTMLIFrameElement>(null);
  const [paper, setPaper] = useState<Paper>(units.length === US_UNITS.length ? 'Letter' : 'A4');
  const [isShort, setShort] = useState(false);
  const [left, setLeft] = useState<readonly SheetSection[]>([]);
  const [revision, setRevision] = useState('1');
  const { studies, predicted } = useStartPredictions(engine);
  // What comes one after another is set once, when all of it is there: a long sheet takes the page a while each time.
  const isComing = checked.isFetching || studies.some((study) => study.running || study.reading);
  const early = useMemo(
    () => ({ check: undefined, seen: seenByRange(project, variant, undefined), firstStart: [] }),
    [project, variant],
  );
  const whole = useMemo(
    () =>
      isComing
        ? undefined
        : {
            check,
            seen,
            firstStart: startLines(firstStartSteps(project, variant, before, predicted, units)),
          },
    [isComing, check, seen, project, variant, before, predicted, units],
  );
  const known = whole ?? early;
  const html = useMemo(
    () =>
      sheetHtml({
        project,
        variant,
        before,
        ...known,
        sections: (isShort ? SHORT_SECTIONS : SHEET_SECTIONS).filter((s) => !left.includes(s)),
        paper,
        short: isShort,
        units,
        date: new Date().toLocaleDateString('en-GB', DATE),
        revision,
      }),
    [project, variant, before, known, isShort, left, paper, units, revision],
  );
  // The frame takes the app's own font from where the app lies.
  const framed = html.replace(
    '<style>',
    `<style>@font-face{font-family:'Encode Sans Variable';font-weight:100 900;font-stretch:75% 125%;src:url(${new URL(fontUrl, location.href).href}) format('woff2')}`,
  );
  return (
    <div className="sheettab">
      <div className="options">
        <ChoiceInput
          title="Paper"
          value={paper}
          options={PAPERS.map((value) => ({ value, label: value }))}
          onChange={setPaper}
        />
        <Field title="Short form for the wall">
          {(id) => <Switch id={id} checked={isShort} onChange={setShort} />}
        </Field>
        <Field title="Revision">
          {(id) => <Input id={id} value={revision} maxLength={20} onChange={(e) => setRevision(e.target.value)} />}
        </Field>
        <fieldset>
          <legend>Sections</legend>
          {(isShort ? SHORT_SECTIONS : SHEET_SECTIONS).map((s) => (
            <div key={s}>
              <Checkbox
                checked={!left.includes(s)}
                onChange={(e) => setLeft(e.target.checked ? left.filter((x) => x !== s) : [...left, s])}
              >
                {SECTION_WORDS[s]}
              </Checkbox>
            </div>
          ))}
        </fieldset>
        <div className="moves">
          <Button type="primary" onClick={() => frame.current?.contentWindow?.print()}>
            Print or save as PDF
          </Button>
          <Button onClick={() => saveText(`Job sheet ${project.name} ${variant.name}.html`, html, 'text/html')}>
            Save as HTML
          </Button>
        </div>
        {(isComing || !check) && <p className="quiet">Findings and predictions come when they are computed.</p>}
      </div>
      <iframe ref={frame} title="Job sheet" srcDoc={framed} />
    </div>
  );
}

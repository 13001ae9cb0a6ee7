import { CAUTIONS } from '../../../core/judgement/cautions';
import { Button, Drawer, Input, Switch, Tabs } from 'antd';
import { useState } from 'react';
import { GLOSSARY, type Entry } from '../../help/glossary';
import { usePreferences } from '../../state/preferences';
import { useMounted } from '../../state/useMounted';
import { useFocusReturn } from '../../state/useFocusReturn';
import { useTour } from '../../state/tour';

/** Keys, and what they do. The single keys can be turned off. */
const SINGLE_KEYS: readonly (readonly [string, string])[] = [
  ['[  and  ]', 'Engine speed 50 rpm down or up'],
  ['1 to 9', 'Named condition: cold crank, hot idle …'],
  ['M', 'Change the circuit at the selected part'],
  ['?', 'This help'],
];
const OTHER_KEYS: readonly (readonly [string, string])[] = [
  ['Ctrl+K', 'Change the circuit, anywhere'],
  ['Shift+Enter', 'Add the change that is shown to a plan of several'],
  ['Ctrl+Z, Ctrl+Y', 'Undo, redo'],
  ['Tab', 'From one region to the next'],
  ['← → ↑ ↓', 'On the drawing: from part to part; on a scale: a step'],
  ['Enter', 'Open a part; apply a change'],
  ['+', 'On a part: insert something before it'],
  ['Ctrl and the wheel, or two fingers', 'Draw the circuit larger or smaller'],
  ['Esc', 'Close, or back to the findings'],
];

/** What the keys do, what the words mean, and where to read more. */
export default function HelpDrawer({ onClose }: { readonly onClose: () => void }) {
  useFocusReturn(undefined);
  const startTour = useTour((t) => t.start);
  return (
    <Drawer open={useMounted()} title="Help" onClose={onClose} size={460} destroyOnHidden>
      <Tabs
        items={[
          { key: 'keys', label: 'Keyboard', children: <Keys /> },
          { key: 'words', label: 'Glossary', children: <Words /> },
          {
            key: 'begin',
            label: 'Getting started',
            children: (
              <>
                <ol className="steps">
                  <li>State your engine (Project, New engine) by the figures that you know; the rest are guesses.</li>
                  <li>Enter what your gauge shows (Gauge): the circuit is fitted to it.</li>
                  <li>Read the findings: each component at its worst, and what the audit finds.</li>
                  <li>Change the circuit: type what you want, look at it, apply it; undo takes it back.</li>
                  <li>Compare the variants, check heat and tolerances, and keep the one that holds.</li>
                </ol>
                <div className="moves">
                  <Button
                    type="primary"
                    onClick={() => {
                      onClose();
                      startTour();
                    }}
                  >
                    Show me around
                  </Button>
                </div>
                <p className="quiet">
                  {CAUTIONS.makersLimits} {CAUTIONS.qualified}
                </p>
              </>
            ),
          },
        ]}
      />
    </Drawer>
  );
}

function Keys() {
  const { singleKeys, setSingleKeys } = usePreferences();
  const rows = (keys: typeof SINGLE_KEYS) =>
    keys.map(([key, what]) => (
      <div key={key} className="key">
        <kbd>{key}</kbd>
        <span>{what}</span>
      </div>
    ));
  return (
    <>
      <label className="switch">
        <Switch checked={singleKeys} onChange={setSingleKeys} aria-label="Single keys" /> Single keys
      </label>
      <p className="quiet">Off: no single letter, digit or sign does anything by itself.</p>
      {rows(SINGLE_KEYS)}
      <h3>Always</h3>
      {rows(OTHER_KEYS)}
    </>
  );
}

const ENTRIES: readonly Entry[] = Object.values<Entry>(GLOSSARY).sort((a, b) => a.term.localeCompare(b.term));

function Words() {
  const [text, setText] = useState('');
  const wanted = text.trim().toLowerCase();
  const found = ENTRIES.filter((e) => `${e.term} ${e.text}`.toLowerCase().includes(wanted));
  return (
    <>
      <Input.Search
        aria-label="Find a word"
        placeholder="Find a word"
        value={text}
        allowClear
        onChange={(event) => setText(event.target.value)}
      />
      <dl className="glossary" aria-live="polite">
        {found.map((e) => (
          <div key={e.term}>
            <dt>{e.term}</dt>
            <dd>
              {e.text}
              {e.law && <div>How: {e.law}</div>}
              {e.source && <div className="quiet">Source: {e.source}.</div>}
            </dd>
          </div>
        ))}
        {found.length === 0 && <p>No word matches.</p>}
      </dl>
    </>
  );
}

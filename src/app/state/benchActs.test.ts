import { withHoseEnd, withHoseNote, withMeasuredHose, withTrimmedHose } from '../../core/bench/hoses/hoseActs';
import { activeVariant } from '../../core/document/project/project';
import { readProjectText } from '../../core/document/project/readProject';
import { demoKept } from '../../core/verification/testing/demo';
import { useDocument } from './document';
import { useView } from './view';

const store = () => useDocument.getState();
const note = (key: string) => activeVariant(store().project!).bench?.hoses?.[key];

beforeEach(() => store().open({ ...demoKept(), activeVariant: 'noseCooler' }));

describe('What is added at the bench', () => {
  it('is one step of undo with what it changes in the circuit, and that step alone', () => {
    store().changeVariant('measure', (v) => withMeasuredHose(v, 'hoseOut', 1.5, '1.5 m'));
    store().changeVariant('end', (v) => withHoseEnd(v, 'hoseBack', 'in', { style: 'reusable', angleDeg: 45 }));
    const line = () =>
      activeVariant(store().project!).circuit.parts.find((p) => p.id === 'hoseOut') as { lengthM: number };
    expect([line().lengthM, note('hoseOut')?.measuredAs]).toEqual([1.5, '1.5 m']);
    store().undo();
    expect([line().lengthM, note('hoseBack')?.ends, note('hoseOut')?.measuredM]).toEqual([1.5, undefined, 1.5]);
    store().undo();
    expect([line().lengthM, note('hoseOut')?.measuredM]).toEqual([1.62, undefined]);
    store().redo();
    expect([line().lengthM, note('hoseOut')?.measuredM]).toEqual([1.5, 1.5]);
  });

  it('keeps for undo only what differs', () => {
    store().changeVariant('measure', (v) => withMeasuredHose(v, 'hoseOut', 1.5));
    const [step] = store().past;
    expect(JSON.stringify(step).length).toBeLessThan(1500);
  });

  it('stays when the circuit is changed elsewhere, and waits for a part that is taken out and comes back', () => {
    store().changeVariant('trim', (v) => withTrimmedHose(v, 'hoseOut', 1.6));
    useView
      .getState()
      .makeMove({ kind: 'set', part: 'turboRestrictor', path: ['boreM'], value: 1.3e-3, said: 'drill' });
    expect(note('hoseOut')?.trimmedM).toEqual([1.6]);
    useView.getState().makeMove({ kind: 'takeOut', part: 'hoseOut' });
    expect(activeVariant(store().project!).circuit.parts.some((p) => p.id === 'hoseOut')).toBe(false);
    expect(note('hoseOut')?.trimmedM).toEqual([1.6]);
    store().undo();
    expect(note('hoseOut')?.trimmedM).toEqual([1.6]);
  });

  it('goes with the file and comes back, and with the copy of a variant', () => {
    store().changeVariant('note', (v) =>
      withHoseNote(v, 'hoseOut', { route: 'left of the radiator', state: 'fitted' }),
    );
    const read = readProjectText(JSON.stringify(store().kept));
    if (!read.ok) throw new Error('refused');
    expect(activeVariant(read.project).bench).toEqual(activeVariant(store().project!).bench);
    store().copyVariant();
    expect(note('hoseOut')).toEqual({ route: 'left of the radiator', state: 'fitted' });
  });

  it('that the reader would refuse is not taken, and what was there stays', () => {
    store().changeVariant('note', (v) => withHoseNote(v, 'hoseOut', { route: 'left' }));
    store().changeVariant('note', (v) => withHoseNote(v, 'hoseOut', { measuredM: -1 }));
    expect(store().refusal).toContain('This was not done.');
    expect(note('hoseOut')).toEqual({ route: 'left' });
  });
});

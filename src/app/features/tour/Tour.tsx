import { Tour as AntTour } from 'antd';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useDocument } from '../../state/document';
import { useTour } from '../../state/tour';
import { useMounted } from '../../state/useMounted';
import { useView } from '../../state/view';

/** A step: what to do, where, and how it shows that it was done. */
interface Step {
  readonly title: string;
  readonly text: string;
  readonly target: string;
  readonly placement: 'bottom' | 'left' | 'right' | 'top';
  /** What changes when the reader has done it. */
  readonly watch: () => unknown;
}

const STEPS: readonly Step[] = [
  {
    title: 'Change the engine speed',
    text: 'Drag this scale, or press [ and ]. Pressure at every component follows.',
    target: '.instrument',
    placement: 'bottom',
    watch: () => useView.getState().speedRevS,
  },
  {
    title: 'Open a component',
    text: 'Each post is a component: the level is its pressure now, the marks are its minimum and maximum. Press one.',
    target: '.drawing',
    placement: 'top',
    watch: () => useView.getState().selected,
  },
  {
    title: 'Read the verdict, then change something',
    text: 'Here are figure, limit and reason. Press “Change the circuit…”, or the M key.',
    target: '.panel',
    placement: 'left',
    watch: () => useView.getState().moves,
  },
  {
    title: 'Say what you want to change',
    text: 'Type “cooler” or “restrictor”. The arrow keys show a change on the drawing, Enter applies it, Ctrl+Z takes it back.',
    target: '.panel',
    placement: 'left',
    watch: () => useView.getState().preview ?? useDocument.getState().past.length,
  },
];

/** A tour of half a minute: each step is done, not read, and the next one comes when it is. */
export default function Tour() {
  const stop = useTour((t) => t.stop);
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const [at, setAt] = useState(0);
  const step = STEPS[at];
  const isMounted = useMounted();
  useEffect(() => {
    if (pathname !== '/') void navigate('/');
  }, [pathname, navigate]);
  useEffect(() => {
    if (!step) return stop();
    const before = step.watch();
    const look = () => {
      if (step.watch() !== before) setAt(at + 1);
    };
    const stops = [useView.subscribe(look), useDocument.subscribe(look)];
    return () => stops.forEach((each) => each());
  }, [step, at, stop]);
  return (
    <AntTour
      open={isMounted && step !== undefined}
      current={at}
      onChange={setAt}
      onClose={stop}
      onFinish={stop}
      mask={false}
      steps={STEPS.map(({ title, text, target, placement }) => ({
        title,
        description: text,
        placement,
        target: () => document.querySelector<HTMLElement>(target)!,
      }))}
    />
  );
}

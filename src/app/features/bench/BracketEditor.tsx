import { Button, InputNumber } from 'antd';
import { useMemo } from 'react';
import { bracketPage, bracketTemplate } from '../../../core/bench/places/bracketTemplate';
import type { Bracket } from '../../../core/document/project/bench';
import { FigureInput } from '../../forms/FigureInput';
import { saveText } from '../../files/saveFile';
import { Field } from '../../forms/Field';

/** A bracket's outline, holes and bends, drawn as they are typed; printed at true size. */
export function BracketEditor({
  shape,
  onChange,
  title,
}: {
  readonly shape: Bracket;
  readonly onChange: (shape: Bracket) => void;
  readonly title: string;
}) {
  const { svg, widthMm, heightMm } = useMemo(() => bracketTemplate(shape, title), [shape, title]);
  const hole = (i: number, change: Partial<Bracket['holes'][number]>) =>
    onChange({ ...shape, holes: shape.holes.map((h, k) => (k === i ? { ...h, ...change } : h)) });
  const bend = (i: number, change: Partial<Bracket['bends'][number]>) =>
    onChange({ ...shape, bends: shape.bends.map((b, k) => (k === i ? { ...b, ...change } : b)) });
  const print = () => {
    const frame = document.createElement('iframe');
    frame.style.display = 'none';
    frame.srcdoc = bracketPage(shape, title, false);
    frame.onload = () => {
      frame.contentWindow?.print();
      setTimeout(() => frame.remove(), 60_000);
    };
    document.body.append(frame);
  };
  return (
    <div className="bracket">
      <div>
        <FigureInput
          title="Width"
          quantity="cutLength"
          si={shape.widthM}
          onChange={(widthM) => widthM !== undefined && onChange({ ...shape, widthM })}
        />
        <FigureInput
          title="Height, flat"
          quantity="cutLength"
          si={shape.heightM}
          onChange={(heightM) => heightM !== undefined && onChange({ ...shape, heightM })}
        />
        {shape.holes.map((h, i) => (
          <fieldset key={i}>
            <legend>Hole {i + 1}</legend>
            <FigureInput
              title="From the left"
              quantity="cutLength"
              si={h.xM}
              onChange={(xM) => xM !== undefined && hole(i, { xM })}
            />
            <FigureInput
              title="From below"
              quantity="cutLength"
              si={h.yM}
              onChange={(yM) => yM !== undefined && hole(i, { yM })}
            />
            <FigureInput
              title="Diameter"
              quantity="bore"
              si={h.diameterM}
              onChange={(diameterM) => diameterM !== undefined && hole(i, { diameterM })}
            />
            <Button size="small" onClick={() => onChange({ ...shape, holes: shape.holes.filter((_, k) => k !== i) })}>
              Remove hole {i + 1}
            </Button>
          </fieldset>
        ))}
        {shape.bends.map((b, i) => (
          <fieldset key={i}>
            <legend>Bend {i + 1}</legend>
            <FigureInput
              title="From below"
              quantity="cutLength"
              si={b.yM}
              onChange={(yM) => yM !== undefined && bend(i, { yM })}
            />
            <Field title="Angle">
              {(id) => (
                <InputNumber
                  id={id}
                  aria-label={`Angle of bend ${i + 1}`}
                  min={-180}
                  max={180}
                  suffix="°"
                  value={b.angleDeg}
                  onChange={(angleDeg) => bend(i, { angleDeg: angleDeg ?? 0 })}
                />
              )}
            </Field>
            <Button size="small" onClick={() => onChange({ ...shape, bends: shape.bends.filter((_, k) => k !== i) })}>
              Remove bend {i + 1}
            </Button>
          </fieldset>
        ))}
        <div className="moves">
          <Button
            onClick={() =>
              onChange({
                ...shape,
                holes: [...shape.holes, { xM: shape.widthM / 2, yM: shape.heightM / 2, diameterM: 0.0065 }],
              })
            }
          >
            Add a hole
          </Button>
          <Button
            onClick={() => onChange({ ...shape, bends: [...shape.bends, { yM: shape.heightM / 2, angleDeg: 90 }] })}
          >
            Add a bend
          </Button>
        </div>
      </div>
      <div>
        <img
          src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
          alt={`${title}, at true size: ${widthMm.toFixed(0)} by ${heightMm.toFixed(0)} mm with its rulers`}
        />
        <div className="moves">
          <Button onClick={print}>Print at true size</Button>
          <Button onClick={() => saveText(`${title}.svg`, svg, 'image/svg+xml')}>Save as SVG</Button>
        </div>
        <p className="quiet">Print at 100 %, then measure both rulers on the paper before you drill.</p>
      </div>
    </div>
  );
}

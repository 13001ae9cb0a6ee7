import { Button } from 'antd';
import { useMemo } from 'react';
import { bracketPage, bracketTemplate } from '../../../core/bench/places/bracketTemplate';
import type { Bracket } from '../../../core/document/project/bench';
import { FigureInput } from '../../forms/FigureInput';
import { saveText } from '../../files/saveFile';

const DEGREE = Math.PI / 180;
const MOST_BEND_DEG = 180;

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
          <HoleFields
            key={i}
            hole={h}
            number={i + 1}
            onChange={(changed) => hole(i, changed)}
            onRemove={() => onChange({ ...shape, holes: shape.holes.filter((_, k) => k !== i) })}
          />
        ))}
        {shape.bends.map((b, i) => (
          <BendFields
            key={i}
            bend={b}
            number={i + 1}
            onChange={(changed) => bend(i, changed)}
            onRemove={() => onChange({ ...shape, bends: shape.bends.filter((_, k) => k !== i) })}
          />
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

function HoleFields({
  hole,
  number,
  onChange,
  onRemove,
}: {
  readonly hole: Bracket['holes'][number];
  readonly number: number;
  readonly onChange: (changed: Partial<Bracket['holes'][number]>) => void;
  readonly onRemove: () => void;
}) {
  return (
    <fieldset>
      <legend>Hole {number}</legend>
      <FigureInput
        title="From the left"
        quantity="cutLength"
        si={hole.xM}
        onChange={(xM) => xM !== undefined && onChange({ xM })}
      />
      <FigureInput
        title="From below"
        quantity="cutLength"
        si={hole.yM}
        onChange={(yM) => yM !== undefined && onChange({ yM })}
      />
      <FigureInput
        title="Diameter"
        quantity="bore"
        si={hole.diameterM}
        onChange={(diameterM) => diameterM !== undefined && onChange({ diameterM })}
      />
      <Button size="small" onClick={onRemove}>
        Remove hole {number}
      </Button>
    </fieldset>
  );
}

function BendFields({
  bend,
  number,
  onChange,
  onRemove,
}: {
  readonly bend: Bracket['bends'][number];
  readonly number: number;
  readonly onChange: (changed: Partial<Bracket['bends'][number]>) => void;
  readonly onRemove: () => void;
}) {
  return (
    <fieldset>
      <legend>Bend {number}</legend>
      <FigureInput
        title="From below"
        quantity="cutLength"
        si={bend.yM}
        onChange={(yM) => yM !== undefined && onChange({ yM })}
      />
      <FigureInput
        title={`Angle of bend ${number}`}
        quantity="angle"
        si={bend.angleDeg * DEGREE}
        allowed={[-MOST_BEND_DEG * DEGREE, MOST_BEND_DEG * DEGREE]}
        onChange={(rad) => rad !== undefined && onChange({ angleDeg: Math.round(rad / DEGREE) })}
      />
      <Button size="small" onClick={onRemove}>
        Remove bend {number}
      </Button>
    </fieldset>
  );
}

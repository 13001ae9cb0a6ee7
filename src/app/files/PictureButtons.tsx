import { FILE_WORDS } from './fileWords';
import { Button } from 'antd';
import { useRef, useState } from 'react';
import { savePicture } from './savePicture';

/** Saves the drawing in the same figure as a picture. @param name of the file, without its ending */
export function PictureButtons({ name }: { readonly name: string }) {
  const row = useRef<HTMLDivElement>(null);
  const [problem, setProblem] = useState<string>();
  const save = (kind: 'svg' | 'png') => {
    const drawing = row.current
      ?.closest('figure')
      ?.querySelector<SVGSVGElement>('svg[role=img], svg[role=application]');
    if (!drawing) return;
    savePicture(drawing, name, kind).then(
      () => setProblem(undefined),
      () => setProblem(FILE_WORDS.noPicture),
    );
  };
  return (
    <div className="moves pictures" ref={row}>
      <Button onClick={() => save('png')}>Save as PNG</Button>
      <Button onClick={() => save('svg')}>Save as SVG</Button>
      {problem && (
        <p className="problem" role="alert">
          {problem}
        </p>
      )}
    </div>
  );
}

import { Checkbox } from 'antd';
import { useState } from 'react';
import { aimTitle, usualAim } from '../../../core/answer/aims';
import { AIM_FIGURES } from '../../../core/answer/aimFigures';
import type { Measures } from '../../../core/answer/measures';
import { AIM_KINDS, aimSchema, type Aim, type AimKind } from '../../../core/document/project/aims';
import { activeVariant } from '../../../core/document/project/project';
import { Dialog } from '../../forms/Dialog';
import { FigureInput } from '../../forms/FigureInput';
import { useDocument } from '../../state/document';
import { useFocusReturn } from '../../state/useFocusReturn';

/** What the open variant is for: a short list, each with a figure from the engine's use. */
export default function AimsDialog({
  now,
  onClose,
}: {
  readonly now: Measures | undefined;
  readonly onClose: () => void;
}) {
  useFocusReturn(undefined);
  const project = useDocument((d) => d.project)!;
  const setAims = useDocument((d) => d.setAims);
  const [aims, setOwn] = useState<readonly Aim[]>(activeVariant(project).aims ?? []);
  const has = (kind: AimKind) => aims.find((a) => a.kind === kind);
  const put = (aim: Aim) => setOwn(AIM_KINDS.flatMap((kind) => (kind === aim.kind ? [aim] : (has(kind) ?? []))));
  const save = () => {
    setAims(aims);
    onClose();
  };
  return (
    <Dialog title="What is it for?" okText="Save" onOk={save} onCancel={onClose} destroyOnHidden>
      <p className="quiet">Each aim is held against this variant, and looked for by “Find a fix”.</p>
      {AIM_KINDS.map((kind) => {
        const aim = has(kind);
        const { quantity, key } = AIM_FIGURES[kind];
        return (
          <div key={kind} className="aim">
            <Checkbox
              checked={aim !== undefined}
              onChange={(event) =>
                event.target.checked ? put(usualAim(kind, project, now)) : setOwn(aims.filter((a) => a.kind !== kind))
              }
            >
              {aimTitle(kind)}
            </Checkbox>
            {aim && (
              <FigureInput
                title={aimTitle(kind)}
                quantity={quantity}
                si={(aim as unknown as Readonly<Record<string, number>>)[key]}
                onChange={(si) => {
                  const read = aimSchema.safeParse({ kind, [key]: quantity === 'ratio' ? Math.round(si ?? 0) : si });
                  if (read.success) put(read.data);
                }}
              />
            )}
          </div>
        );
      })}
    </Dialog>
  );
}

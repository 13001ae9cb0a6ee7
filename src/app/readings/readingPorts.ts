import { actsAs } from '../../core/document/parts/part';
import { placeOf } from '../../core/document/parts/ports';
import { activeVariant, type Project } from '../../core/document/project/project';

/** Places where a sender may sit: before and after what oil goes through, named as people say it. */
export function readingPorts(project: Project): { readonly value: string; readonly label: string }[] {
  return activeVariant(project).circuit.parts.flatMap((part) => {
    const place = placeOf(part);
    if (place === 'pump') return [{ value: `${part.id}.out`, label: `after ${part.name}` }];
    if (place !== 'inLine' || actsAs(part, 'line')) return [];
    return [
      { value: `${part.id}.in`, label: `before ${part.name}` },
      { value: `${part.id}.out`, label: `after ${part.name}` },
    ];
  });
}

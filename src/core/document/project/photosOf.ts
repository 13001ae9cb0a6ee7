import type { Photo } from './photo';
import type { Project } from './project';

/** Every photo that a project refers to, each once. */
export function photosOf(project: Project): readonly Photo[] {
  const notes = [
    ...project.variants.flatMap((v) => Object.values(v.bench?.plan?.steps ?? {})),
    ...(project.log?.sessions ?? []),
    ...Object.values(project.log?.firstStarts ?? {}).flatMap((seen) => Object.values(seen)),
  ];
  const all = notes.flatMap((note) => note.photos ?? []);
  return [...new Map(all.map((photo) => [photo.id, photo])).values()];
}

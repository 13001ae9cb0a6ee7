import type { Photo } from './photo';
import type { KeptProject } from './keptProject';

/** Every photo that a project refers to, each once. */
export function photosOf(project: KeptProject): readonly Photo[] {
  const notes = [
    ...project.jobs.flatMap((job) => Object.values(job.plan?.steps ?? {})),
    ...(project.log?.sessions ?? []),
    ...Object.values(project.log?.firstStarts ?? {}).flatMap((seen) => Object.values(seen)),
  ];
  const all = notes.flatMap((note) => note.photos ?? []);
  return [...new Map(all.map((photo) => [photo.id, photo])).values()];
}

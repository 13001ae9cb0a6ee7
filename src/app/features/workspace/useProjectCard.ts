import { useQuery } from '@tanstack/react-query';
import { pickupBeside } from '../../../core/judgement/pickup/pickupBeside';
import { readProject } from '../../../core/document/project/readProject';
import { rawProject, type ProjectHead } from '../../../storage/projects';
import { studyPool } from '../../../workers/studyPool';

const ignore = () => undefined;

/** A stored project as its line in the list shows it: the document, and its size as a file [bytes]. */
export function useProjectBody(head: ProjectHead) {
  return useQuery({
    queryKey: ['project body', head.id, head.revision],
    queryFn: async () => {
      const raw = await rawProject(head.id);
      const read = readProject(raw);
      return { bytes: JSON.stringify(raw ?? '').length, project: read.ok ? read.project : undefined };
    },
    staleTime: Infinity,
  });
}

/** How many components of a stored project are supplied over its whole range, as its open variant stands. */
export function useProjectVerdict(head: ProjectHead) {
  const { data } = useProjectBody(head);
  const project = data?.project;
  return useQuery({
    queryKey: ['project verdict', head.id, head.revision],
    queryFn: async ({ signal }) => {
      const engine = { id: head.id, project: project! };
      const sweep = (await studyPool().run('sweep', engine, {}, ignore, signal)).for(engine)!;
      const { consumers, pickup } = sweep;
      return {
        of: consumers.length,
        supplied: consumers.filter((c) => c.supplied).length,
        pickup: pickupBeside(pickup),
      };
    },
    enabled: project !== undefined,
    staleTime: Infinity,
    retry: false,
  });
}

import { useQuery } from '@tanstack/react-query';
import { sayWholeBriefly } from '../../../core/judgement/verdict/sayWhole';
import { gradeOfAll } from '../../../core/judgement/verdict/verdict';
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

/** The verdict of a stored project, as its open variant stands. */
export function useProjectVerdict(head: ProjectHead) {
  const { data } = useProjectBody(head);
  const project = data?.project;
  return useQuery({
    queryKey: ['project verdict', head.id, head.revision],
    queryFn: async ({ signal }) => {
      const engine = { id: head.id, project: project! };
      const { verdict, certainty } = (await studyPool().run('check', engine, { sure: true }, ignore, signal)).for(
        engine,
      )!;
      return { grade: gradeOfAll(verdict, certainty), said: sayWholeBriefly(verdict, certainty) };
    },
    enabled: project !== undefined,
    staleTime: Infinity,
    retry: false,
  });
}

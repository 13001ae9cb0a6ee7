import type { JobAnswers, JobQuestion, JobSite } from '../../core/document/jobs/job';
import { ChoiceInput } from './ChoiceInput';
import { FigureInput } from './FigureInput';

/** What a job asks, each question at its usual answer until another is given. */
export function JobQuestions({
  questions,
  site,
  answers,
  onChange,
}: {
  readonly questions: readonly JobQuestion[];
  readonly site: JobSite;
  readonly answers: JobAnswers;
  readonly onChange: (answers: Readonly<Record<string, number | string>>) => void;
}) {
  const given = Object.fromEntries(Object.entries(answers).filter(([, value]) => value !== undefined)) as Record<
    string,
    number | string
  >;
  const choiceOf = (id: string): string => {
    const question = questions.find((q) => q.id === id);
    return String(answers[id] ?? (question?.kind === 'choice' ? question.usual(site) : ''));
  };
  return questions.map((question) =>
    question.kind === 'choice' ? (
      <ChoiceInput
        key={question.id}
        title={question.title}
        value={choiceOf(question.id)}
        options={question.options}
        onChange={(value) => onChange({ ...given, [question.id]: value })}
        note={question.help}
        asList
      />
    ) : (
      <FigureInput
        key={question.id}
        title={question.title}
        quantity={question.quantity}
        si={(answers[question.id] as number | undefined) ?? question.usual(site, choiceOf)}
        allowed={question.allowed}
        help={question.help}
        onChange={(si) => si !== undefined && onChange({ ...given, [question.id]: si })}
      />
    ),
  );
}

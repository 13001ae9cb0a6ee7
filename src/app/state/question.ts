import { create } from 'zustand';

/** Something that only the reader can decide. */
export interface Question {
  readonly title: string;
  readonly text: string;
  readonly yes: string;
  readonly no: string;
}

interface QuestionStore {
  readonly asked: Question | undefined;
  answer(yes: boolean): void;
}

export const useQuestion = create<QuestionStore>()(() => ({ asked: undefined, answer: () => undefined }));

/**
 * Asks the reader, whatever view is open.
 * @returns true for yes; a question that another one replaces is answered with no
 */
export function ask(asked: Question): Promise<boolean> {
  useQuestion.getState().answer(false);
  return new Promise((resolve) =>
    useQuestion.setState({
      asked,
      answer: (yes) => {
        useQuestion.setState({ asked: undefined, answer: () => undefined });
        resolve(yes);
      },
    }),
  );
}

import { Dialog } from './forms/Dialog';
import { useQuestion } from './state/question';

/** What the app has to ask before it goes on. */
export default function QuestionDialog() {
  const asked = useQuestion((q) => q.asked);
  const answer = useQuestion((q) => q.answer);
  if (!asked) return null;
  return (
    <Dialog
      title={asked.title}
      okText={asked.yes}
      cancelText={asked.no}
      // No loses nothing: it is what Enter does.
      okButtonProps={{ danger: true, type: 'default' }}
      cancelButtonProps={{ type: 'primary', autoFocus: true }}
      onOk={() => answer(true)}
      onCancel={() => answer(false)}
    >
      {asked.text}
    </Dialog>
  );
}

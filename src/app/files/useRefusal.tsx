import { App as AntApp } from 'antd';

/** Says why a file was not taken, sentence by sentence, and that nothing has changed. @param stays what is as it was */
export function useRefusal(stays: string): (title: string, sentences: readonly string[]) => void {
  const { modal } = AntApp.useApp();
  return (title, sentences) =>
    void modal.error({
      title,
      content: (
        <div>
          {[...sentences, stays].map((s) => (
            <p key={s}>{s}</p>
          ))}
        </div>
      ),
      okText: 'OK',
    });
}

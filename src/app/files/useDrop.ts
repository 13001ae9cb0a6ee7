import { useEffect, useState } from 'react';

/** A file dropped anywhere on the page. @returns true while one is held over it */
export function useDrop(onFile: (file: File) => void): boolean {
  const [isOver, setIsOver] = useState(false);
  useEffect(() => {
    const hasFile = (event: DragEvent) => event.dataTransfer?.types.includes('Files') === true;
    const onOver = (event: DragEvent) => {
      if (!hasFile(event)) return;
      event.preventDefault();
      setIsOver(true);
    };
    const onLeave = (event: DragEvent) => {
      if (event.relatedTarget === null) setIsOver(false);
    };
    const onDrop = (event: DragEvent) => {
      if (!hasFile(event)) return;
      setIsOver(false);
      // A field of its own for files takes what is dropped on it.
      if (event.defaultPrevented) return;
      event.preventDefault();
      const file = event.dataTransfer?.files[0];
      if (file) onFile(file);
    };
    window.addEventListener('dragover', onOver);
    window.addEventListener('dragleave', onLeave);
    window.addEventListener('drop', onDrop);
    return () => {
      window.removeEventListener('dragover', onOver);
      window.removeEventListener('dragleave', onLeave);
      window.removeEventListener('drop', onDrop);
    };
  }, [onFile]);
  return isOver;
}

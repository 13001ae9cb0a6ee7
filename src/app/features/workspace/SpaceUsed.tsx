import { useQuery } from '@tanstack/react-query';

const MIB = 1024 * 1024;

/** How much room the app's data take in this browser, and whether the browser may clear them. */
export function SpaceUsed() {
  const space = useQuery({ queryKey: ['space'], queryFn: readSpace, staleTime: 0 });
  if (!space.data) return null;
  const { usedBytes, mostBytes, persisted } = space.data;
  return (
    <p className="quiet">
      The app’s data take {(usedBytes / MIB).toFixed(1)} MiB
      {mostBytes > 0 ? ` of the ${(mostBytes / MIB).toFixed(0)} MiB that this browser allows` : ''}.{' '}
      {persisted
        ? 'The browser has promised not to clear them.'
        : 'The browser has not promised to keep them when the disk is full: back up what matters.'}
    </p>
  );
}

async function readSpace() {
  const { usage = 0, quota = 0 } = await navigator.storage.estimate();
  return { usedBytes: usage, mostBytes: quota, persisted: await navigator.storage.persisted() };
}

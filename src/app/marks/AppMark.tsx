/** The app's mark: a tide gauge. */
export function AppMark() {
  return (
    <svg width={22} height={30} viewBox="0 0 22 30" aria-hidden="true">
      <path d="M6 2 H16 V28 H6 Z" fill="none" stroke="var(--ink)" strokeWidth={2} />
      <path d="M7 14 q2.5 -3 4 0 t4 0 V27 H7 Z" fill="var(--ink)" />
      <path d="M2 20 H6 M2 9 H6" stroke="var(--ink)" strokeWidth={2} />
    </svg>
  );
}

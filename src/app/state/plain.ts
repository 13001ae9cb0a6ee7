/** Today as it is kept: "2026-11-26". */
export const today = (): string => {
  const now = new Date();
  const two = (n: number) => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
};

export { tidy } from '../../core/foundations/tidy';

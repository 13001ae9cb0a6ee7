import { lazy, Suspense, type ReactNode } from 'react';
import { loadKitStyles } from './kitStyles';

const AntdTheme = lazy(async () => {
  const [{ AntdTheme: theme }] = await Promise.all([import('./AntdTheme'), loadKitStyles()]);
  return { default: theme };
});

/**
 * What is built of the kit: loaded beside the drawing, not before it.
 * @param fallback stands in its place meanwhile, as large as it will be
 */
export function Kit({ children, fallback = null }: { readonly children: ReactNode; readonly fallback?: ReactNode }) {
  return (
    <Suspense fallback={fallback}>
      <AntdTheme>{children}</AntdTheme>
    </Suspense>
  );
}

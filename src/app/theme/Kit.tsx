import { lazy, Suspense, type ReactNode } from 'react';

const AntdTheme = lazy(() => import('./AntdTheme').then((m) => ({ default: m.AntdTheme })));

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

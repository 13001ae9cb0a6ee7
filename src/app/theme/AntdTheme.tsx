import { usePreferences } from '../state/preferences';
import { ConfigProvider } from 'antd';
import { useMemo, type ReactNode } from 'react';
import { antdTheme } from './antdTheme';

/** Puts antd in the drawing's manner: once, around the whole app. */
export function AntdTheme({ children }: { readonly children: ReactNode }) {
  const name = usePreferences((w) => w.theme);
  const config = useMemo(() => antdTheme(name), [name]);
  return (
    <ConfigProvider theme={config} wave={{ disabled: true }}>
      {children}
    </ConfigProvider>
  );
}

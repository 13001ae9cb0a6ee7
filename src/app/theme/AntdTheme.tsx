import { usePreferences } from '../state/preferences';
import { ConfigProvider } from 'antd';
import { useMemo, type ReactNode } from 'react';
import { antdTheme } from './antdTheme';

/** Puts antd in the sheet's manner. Used by the parts that load it, so that the first screen does without. */
export function AntdTheme({ children }: { readonly children: ReactNode }) {
  const name = usePreferences((w) => w.theme);
  const config = useMemo(() => antdTheme(name), [name]);
  return (
    <ConfigProvider theme={config} wave={{ disabled: true }}>
      {children}
    </ConfigProvider>
  );
}

import { useEffect } from 'react';
import { useHelp } from './state/help';
import { usePreferences } from './state/preferences';

/** The ? key opens the help, on every page, but where something is typed or single keys are turned off. */
export function useHelpKey(): void {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const inField = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (event.key !== '?' || inField || event.ctrlKey || event.metaKey) return;
      if (usePreferences.getState().singleKeys) useHelp.getState().open();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
}

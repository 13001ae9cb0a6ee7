import { useDocument } from '../state/document';
import { usePreferences } from '../state/preferences';
import { useView } from '../state/view';

/** All that the stores hold, for tests that look at more than one. */
export const stores = () => ({ ...useDocument.getState(), ...useView.getState(), ...usePreferences.getState() });

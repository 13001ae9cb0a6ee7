import { create } from 'zustand';
import type { Part } from '../../core/circuit/parts';
import type { Project } from '../../core/circuit/project';
import type { UnitChoice } from '../../core/units';
import type { ThemeName } from '../theme/antdTheme';

/** What the user has on the bench: the document, the state that it is looked at in, and what is selected. */
interface Workbench {
  readonly project: Project | undefined;
  readonly speedRevS: number;
  readonly oilTemperatureK: number;
  readonly selected: string | undefined;
  readonly units: UnitChoice;
  readonly theme: ThemeName;
  /** Takes a whole project, as opened or imported, and stands at its most demanding named state. */
  open(project: Project): void;
  /** Replaces one part of the active variant; the caller has checked it against the schema. */
  replacePart(part: Part): void;
  setOil(oil: Project['oil']): void;
  setState(state: { speedRevS?: number; oilTemperatureK?: number }): void;
  select(part: string | undefined): void;
  setUnits(units: UnitChoice): void;
  setTheme(theme: ThemeName): void;
}

const UNITS_KEY = 'tidal-gauge-units';
const THEME_KEY = 'tidal-gauge-theme';

/** Preferences are small and not part of any project, so they lie in local storage; anything odd there is ignored. */
function storedUnits(): UnitChoice {
  try {
    const raw: unknown = JSON.parse(localStorage.getItem(UNITS_KEY) ?? '{}');
    return typeof raw === 'object' && raw !== null ? (Object.fromEntries(Object.entries(raw).filter(([, value]) => typeof value === 'string')) as UnitChoice) : {};
  } catch {
    return {};
  }
}

function preferredTheme(): ThemeName {
  const stored = localStorage.getItem(THEME_KEY);
  if (stored === 'dark' || stored === 'light') return stored;
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

export const useWorkbench = create<Workbench>()((set, get) => ({
  project: undefined,
  speedRevS: 0,
  oilTemperatureK: 373.15,
  selected: undefined,
  units: storedUnits(),
  theme: preferredTheme(),

  open(project) {
    const state = project.namedStates[project.namedStates.length - 1];
    set({
      project, selected: undefined,
      speedRevS: state?.speedRevS ?? project.engine.maximumSpeedRevS,
      oilTemperatureK: state?.oilTemperatureK ?? project.range.fullSpeedFromK,
    });
  },

  replacePart(part) {
    const { project } = get();
    if (!project) return;
    set({
      project: {
        ...project,
        variants: project.variants.map((variant) => variant.id !== project.activeVariant ? variant : {
          ...variant, circuit: { ...variant.circuit, parts: variant.circuit.parts.map((each) => (each.id === part.id ? part : each)) },
        }),
      },
    });
  },

  setOil(oil) {
    const { project } = get();
    if (project) set({ project: { ...project, oil } });
  },

  setState: (state) => set(state),
  select: (selected) => set({ selected }),

  setUnits(units) {
    localStorage.setItem(UNITS_KEY, JSON.stringify(units));
    set({ units });
  },

  setTheme(theme) {
    localStorage.setItem(THEME_KEY, theme);
    set({ theme });
  },
}));

// Runs before anything is drawn, as a file of its own since the content security policy allows no script in the page:
// the theme, and whether the first screen or "Opening your project…" stands there until the app has loaded.
// Only a first guess: the app itself reads preferences and projects with care.
(() => {
  const { dataset } = document.documentElement;
  const read = (key) => {
    try {
      return localStorage.getItem(key);
    } catch {
      return null;
    }
  };
  dataset.begins = location.pathname === '/' && read('tidal-gauge has a project') === null ? 'first' : 'project';
  let theme;
  try {
    theme = JSON.parse(read('tidal-gauge-preferences')).state.theme;
  } catch {
    // Nothing kept, or nothing that can be read: as the system has it.
  }
  const isDark = theme === 'dark' || (theme !== 'light' && matchMedia('(prefers-color-scheme: dark)').matches);
  dataset.theme = isDark ? 'dark' : 'light';
})();

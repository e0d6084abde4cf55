// Before the first paint, so that nothing flashes: the theme chosen here, else the system's.
(() => {
  const chosen = localStorage.getItem('mokume-theme');
  const dark = chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = dark ? 'dark' : 'light';
})();

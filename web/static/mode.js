// Before the first paint, so that the dark page does not flash light.
const kept = localStorage.getItem('tally-mode');
const dark = kept ? kept === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
document.documentElement.dataset.mode = dark ? 'dark' : 'light';

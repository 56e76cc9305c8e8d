const form = document.querySelector('form');
const status = document.querySelector('[role="status"]');

/** Puts what is wrong beside its field. */
function mark(problems) {
  document.querySelectorAll('.bad').forEach((e) => e.remove());
  document.querySelectorAll('[aria-invalid]').forEach((e) => e.removeAttribute('aria-invalid'));
  for (const problem of problems) {
    const field = form.elements[problem.at === 'reach' ? 'mail' : problem.at];
    if (!field) continue;
    field.setAttribute('aria-invalid', 'true');
    const words = document.createElement('span');
    words.className = 'bad';
    words.textContent = problem.message;
    field.after(words);
  }
}

form.addEventListener('submit', async (event) => {
  event.preventDefault();
  const sent = Object.fromEntries(new FormData(form));
  const answer = await fetch('/api/web-form', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ ...sent, family: null, campaign: null })
  }).catch(() => null);
  const body = answer ? await answer.json().catch(() => ({})) : {};
  mark(body.problems ?? []);
  if (!answer) status.textContent = 'This could not be sent. Nothing typed is lost; try again in a moment.';
  else if (answer.ok) {
    status.textContent = body.words;
    form.reset();
  } else status.textContent = body.detail ?? body.title ?? 'This could not be sent.';
});

// Reads a text service's answer as it comes, then hands the whole to the server, which shows it block by block beside what stands.
(() => {
  'use strict';
  const form = document.querySelector('[data-writing]');
  const button = form?.querySelector('[data-stream]');
  if (!button) {
    return;
  }
  const out = form.querySelector('[data-out]');
  const said = form.querySelector('[data-said]');
  button.addEventListener('click', async () => {
    button.disabled = true;
    out.hidden = false;
    out.textContent = '';
    said.textContent = '…';
    let rest = '',
      text = '',
      over = false;
    try {
      const response = await fetch(form.dataset.writing, {
        method: 'POST',
        body: new FormData(form),
        headers: { 'X-CSRF-Token': document.body.dataset.token },
      });
      const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
      for (let part = await reader.read(); !part.done; part = await reader.read()) {
        rest += part.value;
        const events = rest.split('\n\n');
        rest = events.pop();
        for (const event of events) {
          const name = /^event: (\w+)/m.exec(event)?.[1];
          const data = JSON.parse(/^data: (.*)$/m.exec(event)?.[1] ?? '""');
          if (name === 'piece') {
            text += data;
            out.textContent = text;
          }
          if (name === 'done') {
            over = true;
          }
          if (name === 'failed') {
            said.textContent = data;
            said.classList.add('ru');
          }
        }
      }
    } catch {
      said.textContent = 'no answer';
    }
    button.disabled = false;
    if (over && text.trim() !== '') {
      form.querySelector('[name=text]').value = text;
      const by = document.createElement('input');
      by.type = 'hidden';
      by.name = 'by';
      by.value = 'text';
      form.append(by);
      form.submit();
    } else if (said.textContent === '…') {
      said.textContent = 'it stopped in the middle; ask again';
    }
  });
})();

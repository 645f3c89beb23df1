// Sends dropped files one by one, so that several hundred need no large request; without it the form sends what was chosen at once.
(() => {
  'use strict';
  const form = document.querySelector('[data-drop]');
  if (!form) return;
  const input = form.querySelector('input[type=file]');
  const says = form.querySelector('[data-progress]');
  const token = form.querySelector('[name=_token]').value;
  const AT_ONCE = 3;
  let busy = false;
  const post = (url, body, more) =>
    fetch(url, { method: 'POST', body, headers: more || {}, credentials: 'same-origin' });
  const send = async (files) => {
    if (busy || !files.length) return;
    busy = true;
    const begin = new FormData();
    begin.append('_token', token);
    const { id } = await (await post(form.action, begin, { 'X-Files': '1' })).json();
    const queue = [...files];
    let done = 0;
    let missed = 0;
    const bar = document.createElement('progress');
    bar.max = queue.length;
    const list = document.createElement('ul');
    list.className = 'plain';
    says.replaceChildren(bar, list);
    const one = async () => {
      for (let file = queue.shift(); file; file = queue.shift()) {
        const body = new FormData();
        body.append('_token', token);
        body.append('file', file, file.name);
        try {
          const answer = await post(`${form.action}/${id}/file`, body);
          if (!answer.ok) {
            const said = await answer.json().catch(() => ({}));
            const li = document.createElement('li');
            li.className = 'ru';
            li.textContent = `${file.name}: ${said.refused || answer.status}`;
            list.append(li);
            missed += 1;
          }
        } catch {
          queue.push(file);
          await new Promise((r) => {
            setTimeout(r, 2000);
          });
          continue;
        }
        done += 1;
        bar.value = done;
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, one));
    busy = false;
    if (!missed) {
      window.location.assign(`${form.action}?in=${id}`);
      return;
    }
    const on = document.createElement('a');
    on.className = 'lk';
    on.href = `${form.action}?in=${id}`;
    on.textContent = form.dataset.on;
    says.append(on);
  };
  form.addEventListener('submit', (e) => {
    if (input.files.length) {
      e.preventDefault();
      send(input.files);
    }
  });
  form.addEventListener('dragover', (e) => {
    e.preventDefault();
    form.classList.add('is-over');
  });
  form.addEventListener('dragleave', () => form.classList.remove('is-over'));
  form.addEventListener('drop', (e) => {
    e.preventDefault();
    form.classList.remove('is-over');
    send(e.dataTransfer.files);
  });
})();

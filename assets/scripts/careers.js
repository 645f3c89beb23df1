// Shows a question that hangs on another only when that one is answered so. Without this script all are
// shown, each saying when it applies; the server decides in either case.
(() => {
  'use strict';
  const asked = [...document.querySelectorAll('[data-if]')];
  if (!asked.length) {
    return;
  }
  const form = asked[0].closest('form');
  const values = (id) =>
    [...form.elements]
      .filter((e) => e.name === `answer[${id}]` || e.name === `answer[${id}][]`)
      .filter((e) => !['radio', 'checkbox'].includes(e.type) || e.checked)
      .map((e) => e.value.trim())
      .filter((v) => v !== '');
  const between = (value, least, most) => {
    const compare = (a, b) => (/^\d+$/.test(a) && /^\d+$/.test(b) ? Number(a) - Number(b) : a < b ? -1 : a > b ? 1 : 0);
    return (least === '' || compare(value, least) >= 0) && (most === '' || compare(value, most) <= 0);
  };
  function update() {
    asked.forEach((ask) => {
      const { if: on, keys, least, most } = ask.dataset;
      const parent = form.querySelector(`[name^="answer[${CSS.escape(on)}]"]`)?.closest('.c-ask');
      const given = parent?.hidden ? [] : values(on);
      const list = keys.split(' ').filter((k) => k !== '');
      ask.hidden = !(
        given.length && (list.length ? given.some((v) => list.includes(v)) : between(given[0], least, most))
      );
    });
  }
  document.documentElement.classList.add('js');
  form.addEventListener('input', update);
  update();
})();

// What is typed into an application is saved a moment later, so that a closed tab or an empty battery loses nothing.
(() => {
  'use strict';
  const form = document.querySelector('form[data-saves]');
  const said = form?.querySelector('[data-saved]');
  if (!form || !said) {
    return;
  }
  let timer = 0;
  let leaving = false;
  const body = () => {
    const data = new FormData(form);
    data.set('then', 'keep');
    return data;
  };
  async function save() {
    try {
      const response = await fetch(location.href, { method: 'POST', body: body() });
      said.textContent = response.status === 204 ? said.dataset.said : said.dataset.failed;
    } catch {
      said.textContent = said.dataset.failed;
    }
  }
  form.addEventListener('input', () => {
    clearTimeout(timer);
    timer = setTimeout(save, 1200);
  });
  form.addEventListener('submit', () => {
    leaving = true;
    clearTimeout(timer);
  });
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden' && timer && !leaving) {
      clearTimeout(timer);
      fetch(location.href, { method: 'POST', body: body(), keepalive: true }).catch(() => {});
    }
  });
})();

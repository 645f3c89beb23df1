// Results follow typing: the last question wins, what one is typing stays as typed, and nothing reloads the page.
(() => {
  'use strict';
  const form = document.getElementById('search');
  const main = document.getElementById('main');
  if (!form || !main) { return; }
  const results = form.dataset.results;
  let timer = 0, asking = null, count = 0;

  const opened = () => [...main.querySelectorAll('details[open]')].map((d) => d.id).filter(Boolean);
  // a row that is not open is sent as it was; an open one by its fields
  function sent() {
    main.querySelectorAll('details.crit').forEach((d) => {
      const is = main.querySelector(`input[data-is="${CSS.escape(d.id.slice(1))}"]`);
      if (is) { is.disabled = d.open; }
      d.querySelectorAll('.crit-edit input, .crit-edit select').forEach((el) => { el.disabled = !d.open; });
    });
    const data = new URLSearchParams();
    for (const [name, value] of new FormData(form)) { data.append(name, value); }
    const source = main.querySelector('.seg a.on');
    const where = source ? new URL(source.href).searchParams.get('in') : null;
    if (where) { data.set('in', where); }
    return data;
  }
  async function show(url, options = {}) {
    asking?.abort();
    const mine = asking = new AbortController();
    const turn = ++count;
    document.body.classList.add('is-asking');
    const scroll = main.querySelector('#ladder-scroll')?.scrollTop ?? 0;
    try {
      const response = await fetch(url, { ...options, signal: mine.signal, headers: { 'HX-Request': 'true', ...(options.headers || {}) } });
      if (turn !== count) { return; }
      if (!response.ok || !response.headers.get('HX-Replace-Url')) { location.assign(response.url || url); return; }
      const html = await response.text();
      if (turn !== count) { return; }
      const active = document.activeElement;
      const held = active && active.id && main.contains(active) && 'value' in active ? { id: active.id, value: active.value, at: active.type === 'text' ? active.selectionStart : null } : null;
      const open = opened();
      const page = new DOMParser().parseFromString(html, 'text/html');
      for (const part of page.querySelectorAll('[hx-swap-oob]')) { part.removeAttribute('hx-swap-oob'); document.getElementById(part.id)?.replaceWith(part); }
      main.replaceChildren(...page.body.childNodes);
      // the station of the process line says the same
      const pill = document.querySelector('.jv-stations a[aria-current] .jv-pill');
      const total = document.querySelector('#q-total .snd');
      if (pill && pill.firstChild && total) { pill.firstChild.nodeValue = total.textContent; }
      history.replaceState(null, '', response.headers.get('HX-Replace-Url'));
      open.forEach((id) => { const d = document.getElementById(id); if (d && id !== 'adder') { d.open = true; } });
      const ladder = main.querySelector('#ladder-scroll');
      if (ladder) { ladder.scrollTop = scroll; }
      if (held) {
        const again = document.getElementById(held.id);
        if (again) { if (again.type === 'text') { again.value = held.value; } again.focus(); if (held.at !== null) { again.setSelectionRange(held.at, held.at); } }
      }
      main.querySelector('.is-sel')?.scrollIntoView({ block: 'nearest' });
      if (window.htmx) { window.htmx.process(main); }
      more();
    } catch (e) {
      if (e.name !== 'AbortError') { document.getElementById('q-total').textContent = 'no answer; what is shown is as before'; }
    } finally {
      if (turn === count) { document.body.classList.remove('is-asking'); }
    }
  }
  // distributions come after the figures
  let later = null;
  async function more() {
    const place = document.getElementById('facets');
    if (!place) { return; }
    later?.abort();
    later = new AbortController();
    try {
      const response = await fetch(place.dataset.facets, { signal: later.signal });
      if (response.ok && document.contains(place)) { place.innerHTML = await response.text(); }
    } catch { /* the next answer brings them */ }
  }
  // an outside database answers when it can; the list takes in each answer as it comes
  async function outside(form, tries) {
    const says = form.querySelector('[data-ask-says]');
    const text = document.createElement('span');
    text.className = 'am';
    text.textContent = 'asking';
    says?.replaceChildren(text);
    const about = location.search;
    const data = new FormData(form);
    try {
      const response = await fetch(form.action, { method: 'POST', body: data, headers: { 'HX-Request': 'true' } });
      if (response.status === 204 && response.headers.has('X-Pending') && tries > 0) { setTimeout(() => outside(form, tries - 1), 1200); return; }
    } catch { /* the page says what it knows */ }
    if (location.search === about || !document.contains(form)) { show(results + location.search); }
  }
  document.addEventListener('click', (e) => {
    if (e.target.closest('[data-ask-all]')) { main.querySelectorAll('form[data-ask]').forEach((form) => outside(form, 12)); }
  });
  const ask = () => show(results + '?' + sent());
  const soon = (wait) => { clearTimeout(timer); timer = setTimeout(ask, wait); };
  document.addEventListener('input', (e) => { if (e.target.form === form) { soon(e.target.type === 'text' || e.target.id === 'q' ? 220 : 20); } });
  form.addEventListener('submit', (e) => { e.preventDefault(); clearTimeout(timer); ask(); });
  document.addEventListener('click', (e) => {
    const link = e.target.closest('a[data-show], a[data-read], a[data-query]');
    if (!link || e.ctrlKey || e.metaKey || e.shiftKey) { return; }
    e.preventDefault();
    clearTimeout(timer);
    const to = new URL(link.href);
    if (!link.hasAttribute('data-read')) { document.getElementById('q').value = to.searchParams.get('q') ?? ''; }
    show(results + to.search).then(() => {
      if (link.dataset.show === 'add') { main.querySelector('details.crit[open] .crit-edit input:not([type=hidden]), details.crit[open] .crit-edit select')?.focus(); }
    });
  });
  document.addEventListener('submit', (e) => {
    if (e.target.matches('form[data-ask]')) { e.preventDefault(); outside(e.target, 12); return; }
    if (!e.target.matches('form[data-stay]')) { return; }
    e.preventDefault();
    show(e.target.action, { method: 'POST', body: new FormData(e.target) });
  });
  more();
})();

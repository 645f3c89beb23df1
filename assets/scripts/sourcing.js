// Results follow typing: the last question wins, what one is typing stays as typed, and nothing reloads the page.
(() => {
  'use strict';
  const form = document.getElementById('search');
  const main = document.getElementById('main');
  if (!form || !main) { return; }
  const results = form.dataset.results;
  let timer = 0, asking = null, count = 0, inGroups = false;
  // of the questions of this window the server answers only the last
  const tab = [...crypto.getRandomValues(new Uint8Array(9))].map((n) => n.toString(36)).join('').slice(0, 20).padEnd(8, '0');
  let turns = 0;
  const turn = () => ({ 'X-Turn': `${tab}.${++turns}` });
  // who is marked stays so while one walks, pages and searches on
  const marked = new Map();
  function showMarks() {
    const form = document.getElementById('marked');
    if (!form) { return; }
    form.querySelectorAll('input[data-elsewhere]').forEach((el) => el.remove());
    const here = new Map([...form.querySelectorAll('input[name="people[]"]')].map((el) => [el.value, el]));
    for (const [ref, name] of marked) {
      const box = here.get(ref);
      if (box) { box.checked = !box.disabled; if (box.disabled) { marked.delete(ref); } continue; }
      const kept = document.createElement('input');
      Object.assign(kept, { type: 'checkbox', name: 'people[]', value: ref, checked: true, hidden: true });
      kept.dataset.elsewhere = '';
      kept.setAttribute('aria-label', name);
      form.append(kept);
    }
    document.dispatchEvent(new Event('jorvent:marks'));
  }
  document.addEventListener('change', (e) => {
    const form = e.target.closest?.('#marked');
    if (!form) { return; }
    form.querySelectorAll('input[name="people[]"]').forEach((el) => { if (el.checked) { marked.set(el.value, el.getAttribute('aria-label')); } else { marked.delete(el.value); } });
  });
  // a letter is fetched when someone wants to write; what they began stays in this window until it is sent
  async function write(place) {
    const response = await fetch(place.dataset.letter, { headers: { 'HX-Request': 'true' } });
    if (!response.ok || !document.contains(place)) { return; }
    place.innerHTML = await response.text();
    const form = place.querySelector('form[data-kept-letter]');
    if (form) {
      const key = 'letter-' + form.dataset.keptLetter;
      const kept = JSON.parse(sessionStorage.getItem(key) || 'null');
      if (kept) { form.elements.subject.value = kept.subject; form.elements.body.value = kept.body; }
      form.addEventListener('input', () => sessionStorage.setItem(key, JSON.stringify({ subject: form.elements.subject.value, body: form.elements.body.value })));
    }
    place.querySelector('#letter-body')?.focus();
  }

  const opened = () => [...document.querySelectorAll('#main details[open], #groups[open]')].map((d) => d.id).filter(Boolean);
  // a row that is not open is sent as it was; an open one by its fields
  function sent() {
    main.querySelectorAll('details.crit').forEach((d) => {
      const is = main.querySelector(`input[data-is="${CSS.escape(d.id.slice(1))}"]`);
      if (is) { is.disabled = d.open; }
      d.querySelectorAll('.crit-edit input, .crit-edit select').forEach((el) => { el.disabled = !d.open; });
    });
    const data = new URLSearchParams();
    for (const [name, value] of new FormData(form)) { if (!(inGroups && name === 'q')) { data.append(name, value); } }
    if (inGroups) { document.querySelectorAll('[data-group]').forEach((el) => data.append(el.name, el.value)); }
    const source = main.querySelector('.seg a.on');
    const where = source ? new URL(source.href).searchParams.get('in') : null;
    if (where) { data.set('in', where); }
    return data;
  }
  // an act under way is answered first, for what it says is said once; of what is asked meanwhile the last is asked after it
  let act = null, waiting = 0, saidAt = -4000;
  async function show(url, options = {}) {
    const last = ++waiting;
    if (act && options.method !== 'POST') {
      await act;
      if (last !== waiting) { return; }
    }
    asking?.abort();
    const mine = asking = new AbortController();
    const here = ++count;
    document.body.classList.add('is-asking');
    const scroll = main.querySelector('#ladder-scroll')?.scrollTop ?? 0;
    try {
      const response = await fetch(url, { ...options, signal: mine.signal, headers: { 'HX-Request': 'true', ...turn(), ...(options.headers || {}) } });
      if (mine !== asking || response.status === 499) { return; }
      if (!response.ok || !response.headers.get('HX-Replace-Url')) { location.assign(response.url || url); return; }
      const html = await response.text();
      if (here !== count) { return; }
      const active = document.activeElement;
      const held = active && active.id && (main.contains(active) || active.hasAttribute('data-group')) && 'value' in active ? { id: active.id, value: active.value, at: active.type === 'text' ? active.selectionStart : null } : null;
      const open = opened();
      const page = new DOMParser().parseFromString(html, 'text/html');
      for (const part of page.querySelectorAll('[hx-swap-oob]')) {
        if (part.id === 'said') {
          const says = part.querySelector('.jv-notice') !== null;
          // a list that comes right after an act has nothing to say and takes no word of it away
          if (!says && options.method !== 'POST' && performance.now() - saidAt < 4000) { continue; }
          saidAt = says ? performance.now() : -4000;
        }
        part.removeAttribute('hx-swap-oob');
        document.getElementById(part.id)?.replaceWith(part);
      }
      for (const id of ['ladder', 'people']) { const part = page.getElementById(id); if (part) { document.getElementById(id)?.replaceWith(part); } }
      // the station of the process line says the same
      const pill = document.querySelector('.jv-stations a[aria-current] .jv-pill');
      const total = document.querySelector('#q-total .snd');
      if (pill && pill.firstChild && total) { pill.firstChild.nodeValue = total.textContent; }
      const address = new URL(response.headers.get('HX-Replace-Url'), location.href);
      history.replaceState(null, '', address);
      if (inGroups && document.activeElement?.id !== 'q') { document.getElementById('q').value = address.searchParams.get('q') ?? ''; }
      open.forEach((id) => { const d = document.getElementById(id); if (d && id !== 'adder' && id !== 'writer') { d.open = true; } });
      showMarks();
      const person = document.getElementById('people')?.dataset.person;
      const where = new URLSearchParams(address.search);
      if (person) { where.set('person', person); read(where); } else { readerOf('<section class="col sheet" id="reader"></section>'); }
      const ladder = main.querySelector('#ladder-scroll');
      if (ladder) { ladder.scrollTop = scroll; }
      if (held) {
        const again = document.getElementById(held.id);
        if (again) { if (again.type === 'text') { again.value = held.value; } again.focus(); if (held.at !== null) { again.setSelectionRange(held.at, held.at); } }
      }
      main.querySelector('.is-sel')?.scrollIntoView({ block: 'nearest' });
      if (window.htmx) { window.htmx.process(main); }
      more();
      return document.querySelector('#said .is-said') !== null;
    } catch (e) {
      if (e.name !== 'AbortError') { document.getElementById('q-total').textContent = 'no answer; what is shown is as before'; }
    } finally {
      if (here === count) { document.body.classList.remove('is-asking'); }
    }
  }
  // one person in the reader; until they are there, nothing can be done with the one before
  let reading = null;
  const unanswered = '<section class="col sheet" id="reader"><p class="note pad">no answer; press j or k to try again</p></section>';
  function readerOf(html) {
    const part = new DOMParser().parseFromString(html, 'text/html').getElementById('reader');
    if (part) { document.getElementById('reader')?.replaceWith(part); }
  }
  async function read(where) {
    reading?.abort();
    const mine = reading = new AbortController();
    document.getElementById('reader')?.setAttribute('inert', '');
    try {
      const response = await fetch(form.dataset.reader + '?' + where, { signal: mine.signal, headers: { 'HX-Request': 'true', 'X-Turn': `${tab}r.${++turns}` } });
      const html = response.ok ? await response.text() : '';
      if (mine !== reading || response.status === 499) { return; }
      readerOf(html.includes('id="reader"') ? html : unanswered);
    } catch (e) {
      if (e.name !== 'AbortError') { readerOf(unanswered); }
    }
  }
  // distributions come after the figures
  let later = null, facets = null;
  async function more() {
    const place = document.getElementById('facets');
    if (!place) { return; }
    // keeping someone changes nothing of them
    const about = place.dataset.facets + document.querySelector('#q-total .snd')?.textContent;
    if (facets && facets.about === about) { place.innerHTML = facets.html; return; }
    later?.abort();
    later = new AbortController();
    try {
      const response = await fetch(place.dataset.facets, { signal: later.signal, headers: { 'X-Turn': `${tab}f.${++turns}` } });
      if (response.ok && document.contains(place)) { facets = { about, html: await response.text() }; place.innerHTML = facets.html; }
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
    await act;
    if (location.search === about || !document.contains(form)) { show(results + location.search); }
  }
  document.addEventListener('click', (e) => {
    if (e.target.closest('[data-teach]') && !e.ctrlKey && !e.metaKey && !e.shiftKey) {
      e.preventDefault();
      // the next of those whose verdict tells most, from where one is
      const all = [...main.querySelectorAll('.res')];
      const at = all.findIndex((row) => row.classList.contains('is-sel'));
      const next = [...all.slice(at + 1), ...all.slice(0, at + 1)].find((row) => row.hasAttribute('data-teaches'));
      next?.querySelector('[data-read]')?.click();
      next?.scrollIntoView({ block: 'nearest' });
    }
    if (e.target.closest('[data-ask-all]')) { main.querySelectorAll('form[data-ask]').forEach((form) => outside(form, 12)); }
  });
  const ask = () => show(results + '?' + sent());
  const soon = (wait) => { clearTimeout(timer); timer = setTimeout(ask, wait); };
  document.addEventListener('input', (e) => { if (e.target.hasAttribute?.('data-group')) { inGroups = true; soon(300); return; } if (e.target.id === 'q') { inGroups = false; } if (e.target.form === form) { soon(e.target.type === 'text' || e.target.id === 'q' ? 220 : 20); } });
  form.addEventListener('submit', (e) => { e.preventDefault(); clearTimeout(timer); ask(); });
  document.addEventListener('click', (e) => {
    const link = e.target.closest('a[data-show], a[data-read], a[data-query]');
    if (!link || e.ctrlKey || e.metaKey || e.shiftKey) { return; }
    e.preventDefault();
    clearTimeout(timer);
    const to = new URL(link.href);
    if (link.hasAttribute('data-read')) {
      main.querySelectorAll('.res').forEach((row) => row.classList.toggle('is-sel', row.contains(link)));
      document.getElementById('people').dataset.person = to.searchParams.get('person') ?? '';
      history.replaceState(null, '', to);
      read(to.searchParams);
      return;
    }
    inGroups = false;
    document.getElementById('q').value = to.searchParams.get('q') ?? '';
    show(results + to.search).then(() => {
      if (link.dataset.show === 'add') { main.querySelector('details.crit[open] .crit-edit input:not([type=hidden]), details.crit[open] .crit-edit select')?.focus(); }
    });
  });
  document.addEventListener('submit', (e) => {
    if (e.target.matches('form[data-ask]')) { e.preventDefault(); outside(e.target, 12); return; }
    if (!e.target.matches('form[data-stay]') || e.submitter?.formMethod === 'get') { return; }
    e.preventDefault();
    if (act) { return; }
    const to = e.submitter?.hasAttribute('formaction') ? e.submitter.formAction : e.target.action;
    const body = new FormData(e.target);
    // what was refused, or not answered, is still marked and still written
    const { id, dataset: { keptLetter } } = e.target;
    const before = [...marked];
    if (id === 'marked') { marked.clear(); }
    act = show(to, { method: 'POST', body });
    act.finally(() => { act = null; }).then((done) => {
      if (done && keptLetter) { sessionStorage.removeItem('letter-' + keptLetter); }
      if (!done && id === 'marked') { before.forEach(([ref, name]) => marked.set(ref, name)); showMarks(); }
    });
  });
  document.addEventListener('click', (e) => {
    const writer = document.getElementById('writer');
    if (writer && e.target.closest('[data-open-writer]')) { write(writer); }
    if (writer && e.target.closest('[data-close-writer]')) { writer.replaceChildren(); }
  });
  document.addEventListener('toggle', (e) => { if (e.target.id === 'groups' && e.target.open) { document.getElementById('g-must')?.focus(); } }, true);
  more();
})();

// Searching as one types. htmx asks and puts in what comes back, morphing what is there (templates/people/sourcing.html.twig says how);
// here is what it can not know: which rows are open, who is marked, and that an act is answered before what is asked meanwhile.
(() => {
  'use strict';
  const form = document.getElementById('search');
  const main = document.getElementById('main');
  if (!form || !main) {
    return;
  }
  const byId = (id) => document.getElementById(id);

  // --- what comes in leaves alone what one is doing: the field one types in, rows that are open, distributions of the same search
  Idiomorph.defaults.ignoreActiveValue = true;
  Object.assign(Idiomorph.defaults.callbacks, {
    beforeAttributeUpdated: (name, node, change) => name !== 'open' || change !== 'remove' || node.id === 'adder',
    beforeNodeMorphed: (was, is) => was.id !== 'facets' || was.dataset.about !== is.dataset?.about,
  });

  // --- who is marked stays so while one walks, pages and searches on
  const marked = new Map();
  const boxes = () => [...(byId('marked')?.querySelectorAll('input[name="people[]"]') ?? [])];
  function showMarks() {
    const here = new Map(boxes().map((el) => [el.value, el]));
    for (const [ref, name] of marked) {
      const box = here.get(ref);
      if (box?.disabled) {
        marked.delete(ref);
        continue;
      }
      if (box) {
        box.checked = true;
        continue;
      }
      const elsewhere = document.createElement('input');
      Object.assign(elsewhere, { type: 'checkbox', name: 'people[]', value: ref, checked: true, hidden: true });
      elsewhere.setAttribute('aria-label', name);
      byId('marked')?.append(elsewhere);
    }
    document.dispatchEvent(new Event('jorvent:marks'));
  }
  document.addEventListener('change', (e) => {
    if (!e.target.closest?.('#marked')) {
      return;
    }
    boxes().forEach((el) => {
      if (el.checked) {
        marked.set(el.value, el.getAttribute('aria-label'));
      } else {
        marked.delete(el.value);
      }
    });
  });

  // --- what is asked: a row that is not open as it was, an open one by its fields; the line, or the groups that stand for it
  let inGroups = false;
  function asked() {
    main.querySelectorAll('details.criterion').forEach((d) => {
      const is = main.querySelector(`input[data-is="${CSS.escape(d.id.slice(1))}"]`);
      if (is) {
        is.disabled = d.open;
      }
      d.querySelectorAll('.criterion-fields input, .criterion-fields select').forEach((el) => {
        el.disabled = !d.open;
      });
    });
    const data = new FormData(form);
    if (inGroups) {
      data.delete('q');
      document.querySelectorAll('[data-group]').forEach((el) => data.append(el.name, el.value));
    }
    const source = main.querySelector('.seg a.on');
    const where = source ? new URL(source.href).searchParams.get('in') : null;
    if (where) {
      data.set('in', where);
    }
    return data;
  }
  let timer = 0;
  document.addEventListener('input', (e) => {
    const group = e.target.hasAttribute?.('data-group');
    if (!group && e.target.form !== form) {
      return;
    }
    if (group || e.target.id === 'q') {
      inGroups = group;
    }
    clearTimeout(timer);
    timer = setTimeout(() => htmx.trigger(form, 'look'), e.target.type === 'text' ? 220 : 20);
  });
  document.addEventListener(
    'click',
    (e) => {
      const link = e.target.closest('a[hx-get]');
      if (!link) {
        return;
      }
      clearTimeout(timer);
      if (link.hasAttribute('data-read')) {
        history.replaceState(null, '', link.href);
      } else {
        inGroups = false;
      }
      adding = link.hasAttribute('data-add');
    },
    true,
  );
  form.addEventListener('submit', () => clearTimeout(timer));

  // --- of the questions of this window the server answers only the last of each kind
  const tab = [...crypto.getRandomValues(new Uint8Array(9))]
    .map((n) => n.toString(36))
    .join('')
    .slice(0, 20)
    .padEnd(8, '0');
  let turns = 0;
  document.addEventListener('htmx:configRequest', (e) => {
    const { elt, target, verb } = e.detail;
    const kind = { reader: 'r', facets: 'f' }[target.id] ?? '';
    e.detail.headers['X-Turn'] = `${tab}${kind}.${++turns}`;
    if (elt === form) {
      e.detail.parameters = asked();
    }
    if (elt.id === 'marked' && verb === 'get') {
      // side by side is a page of its own
      e.preventDefault();
      location.assign(`${e.detail.path}?${new URLSearchParams(e.detail.formData)}`);
    }
  });

  // --- an act under way is answered first, for what it says is said once; of what is asked meanwhile the last is asked after it
  let acting = false,
    meanwhile = null,
    saidAt = -4000,
    before = [],
    adding = false;
  const ofList = (detail) => detail.target?.id === 'people';
  document.addEventListener('htmx:confirm', (e) => {
    if (acting && ofList(e.detail) && e.detail.verb === 'get') {
      e.preventDefault();
      meanwhile = () => e.detail.issueRequest(true);
    }
  });
  document.addEventListener('htmx:beforeRequest', (e) => {
    if (e.detail.target.id === 'reader') {
      e.detail.target.setAttribute('inert', '');
    }
    if (!ofList(e.detail) || e.detail.requestConfig.verb !== 'post') {
      return;
    }
    htmx.trigger(form, 'htmx:abort');
    acting = true;
    before = [...marked];
    if (e.detail.elt.id === 'marked') {
      marked.clear();
    }
  });
  document.addEventListener('htmx:afterRequest', (e) => {
    if (!acting || !ofList(e.detail) || e.detail.requestConfig.verb !== 'post') {
      return;
    }
    acting = false;
    const done = document.querySelector('#said .alert-success') !== null;
    const kept = e.detail.elt.dataset.keptLetter;
    if (done && kept) {
      sessionStorage.removeItem(`letter-${kept}`);
    }
    // what was refused, or not answered, is still marked and still written
    if (!done) {
      before.forEach(([ref, name]) => marked.set(ref, name));
      showMarks();
    }
    meanwhile?.();
    meanwhile = null;
  });
  document.addEventListener('htmx:oobBeforeSwap', (e) => {
    if (e.detail.target.id !== 'said') {
      return;
    }
    const says = e.detail.fragment.querySelector('.alert') !== null;
    // a list that comes right after an act has nothing to say and takes no word of it away
    if (!says && !acting && performance.now() - saidAt < 4000) {
      e.detail.shouldSwap = false;
      return;
    }
    saidAt = says ? performance.now() : -4000;
  });
  document.addEventListener('htmx:afterSettle', (e) => {
    if (e.detail.target.id === 'writer') {
      continueLetter(e.detail.target);
    }
    if (!ofList(e.detail)) {
      return;
    }
    const line = byId('q');
    if (document.activeElement !== line) {
      line.value = new URLSearchParams(location.search).get('q') ?? '';
    }
    showMarks();
    main.querySelector('.found-person.is-sel')?.scrollIntoView({ block: 'nearest' });
    if (adding) {
      const fields = 'details.criterion[open] .criterion-fields';
      main.querySelector(`${fields} input:not([type=hidden]), ${fields} select`)?.focus();
    }
    adding = false;
  });

  // --- no answer: what is shown is as before, and nothing can be done with a person who is not there yet
  function unanswered(e) {
    if (e.detail.xhr?.status === 499) {
      return;
    }
    if (e.detail.target?.id === 'reader') {
      e.detail.target.replaceWith(byId('unanswered').content.firstElementChild.cloneNode(true));
    }
    if (ofList(e.detail)) {
      byId('q-total').textContent = form.dataset.unanswered;
    }
  }
  document.addEventListener('htmx:sendError', unanswered);
  document.addEventListener('htmx:responseError', unanswered);

  // --- an outside database answers when it can; the list takes in each answer as it comes
  document.addEventListener('answered', () => {
    if (document.querySelector('.ladder')) {
      htmx.ajax('GET', form.getAttribute('hx-get') + location.search, { source: '#people' });
    }
  });
  document.addEventListener('click', (e) => {
    if (e.target.closest('[data-ask-all]')) {
      main.querySelectorAll('#outside form').forEach((one) => one.requestSubmit());
    }
    if (e.target.closest('[data-close-writer]')) {
      byId('writer')?.replaceChildren();
    }
    if (e.target.closest('[data-teach]')) {
      e.preventDefault();
      // the next of those whose verdict tells most, from where one is
      const all = [...main.querySelectorAll('.found-person')];
      const at = all.findIndex((row) => row.classList.contains('is-sel'));
      const next = [...all.slice(at + 1), ...all.slice(0, at + 1)].find((row) => row.hasAttribute('data-teaches'));
      next?.querySelector('[data-read]')?.click();
      next?.scrollIntoView({ block: 'nearest' });
    }
  });

  // --- a letter that was begun stays in this window until it is sent
  function continueLetter(place) {
    const letter = place.querySelector('form[data-kept-letter]');
    if (letter) {
      const { subject, body } = letter.elements;
      const key = `letter-${letter.dataset.keptLetter}`;
      const kept = JSON.parse(sessionStorage.getItem(key) || 'null');
      if (kept) {
        [subject.value, body.value] = [kept.subject, kept.body];
      }
      letter.addEventListener('input', () =>
        sessionStorage.setItem(key, JSON.stringify({ subject: subject.value, body: body.value })),
      );
    }
    place.querySelector('#letter-body')?.focus();
  }
  document.addEventListener(
    'toggle',
    (e) => {
      if (e.target.id === 'groups' && e.target.open) {
        byId('g-must')?.focus();
      }
    },
    true,
  );
})();

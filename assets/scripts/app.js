// Keys, walking a list, marking rows, keeping drafts. Everything here has a button or a link that does the same without it.
(() => {
  'use strict';
  const body = document.body;
  const inField = (el) =>
    el instanceof HTMLElement &&
    (el.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(el.tagName)) &&
    !['checkbox', 'radio', 'button', 'submit'].includes(el.type);
  const visible = (el) => el.offsetParent !== null && !el.closest('[hidden], [inert]');
  const first = (selector) => [...document.querySelectorAll(selector)].find(visible);

  // --- walking: j and k move through the rows, Enter opens what the row stands for
  const rows = () => [...document.querySelectorAll('[data-walk] [data-row]')].filter(visible);
  const current = () => rows().find((r) => r.classList.contains('is-sel'));
  function select(row) {
    rows().forEach((r) => {
      r.classList.toggle('is-sel', r === row);
      r.toggleAttribute('aria-current', r === row);
    });
    row.scrollIntoView({ block: 'nearest' });
    const link = row.querySelector('[data-open]');
    if (link?.hasAttribute('hx-get')) {
      link.click();
    }
  }
  function walk(step) {
    const all = rows();
    if (!all.length) {
      return;
    }
    const at = all.indexOf(current());
    select(all[Math.max(0, Math.min(all.length - 1, at < 0 ? 0 : at + step))]);
  }
  document.addEventListener('click', (e) => {
    const row = e.target.closest('[data-row]');
    if (row && !e.target.closest('a,button,input,label,select,textarea')) {
      const link = row.querySelector('[data-open]');
      if (link?.hasAttribute('hx-get')) {
        select(row);
      }
    } else if (row && e.target.closest('[data-open][hx-get]')) {
      rows().forEach((r) => r.classList.toggle('is-sel', r === row));
    }
  });

  // a link that fetches a part opens as any other when one asks for a window of its own
  document.addEventListener(
    'click',
    (e) => {
      if ((e.ctrlKey || e.metaKey || e.shiftKey) && e.target.closest('a[hx-get]')) {
        e.stopImmediatePropagation();
      }
    },
    true,
  );

  // --- marking
  const marking = () => document.querySelector('[data-marks]');
  const actions = () => document.querySelector('[data-actionbar]');
  function showMarks() {
    const bar = actions();
    if (!bar) {
      return;
    }
    const checked = [...marking().querySelectorAll('input[type=checkbox][name$="[]"]:checked')];
    bar.hidden = checked.length === 0;
    bar.querySelector('[data-count]').textContent = checked.length;
    bar.querySelector('[data-sentence]').textContent =
      checked
        .map((c) => c.getAttribute('aria-label').replace(/^\S+\s/, ''))
        .slice(0, 3)
        .join(', ') + (checked.length > 3 ? ' …' : '');
  }
  function unmark() {
    const form = marking();
    form?.querySelectorAll('input[type=checkbox][name$="[]"]:checked').forEach((c) => {
      c.checked = false;
    });
    form?.dispatchEvent(new Event('change', { bubbles: true }));
  }
  document.addEventListener('change', (e) => {
    if (e.target.closest?.('[data-marks]')) {
      showMarks();
    }
  });
  document.addEventListener('click', (e) => {
    if (e.target.closest('[data-unmark]')) {
      unmark();
    }
  });
  document.addEventListener('jorvent:marks', showMarks);

  // --- single keys, and g then a letter
  let going = 0;
  function press(key) {
    const bar = actions();
    const marked = bar && !bar.hidden;
    const many = marked ? bar.querySelector(`[data-markkey="${CSS.escape(key)}"]`) : null;
    if (many) {
      many.click();
      return true;
    }
    if (key === 'm' && !marked) {
      const b = first('[data-readkey="m"]');
      if (b) {
        b.click();
        return true;
      }
    }
    const row = current();
    const inRow = row && row.querySelector(`[data-rowkey="${CSS.escape(key)}"]`);
    const target = inRow || first(`[data-key="${CSS.escape(key)}"]`);
    if (!target) {
      return false;
    }
    if (/^(INPUT|TEXTAREA)$/.test(target.tagName)) {
      target.focus();
      target.select?.();
    } else {
      target.click();
    }
    return true;
  }
  document.addEventListener('keydown', (e) => {
    if (e.ctrlKey || e.metaKey || e.isComposing) {
      return;
    }
    const typing = inField(e.target);
    if (e.key === 'Escape') {
      if (typing) {
        e.target.blur();
      } else {
        unmark();
      }
      return;
    }
    if (e.altKey && e.key === 'Enter') {
      const fix = first('[data-altkey="Enter"]');
      if (fix) {
        e.preventDefault();
        fix.click();
      }
      return;
    }
    if (typing && !e.altKey) {
      return;
    }
    if (!typing && !('keys' in body.dataset)) {
      return;
    }
    if (going && Date.now() - going < 1500) {
      going = 0;
      const letters = {
        u: 'outcome',
        o: 'offer',
        b: 'brief',
        a: 'adverts',
        s: 'sourcing',
        p: 'pipeline',
        i: 'interviews',
      };
      const link = letters[e.key] ? first(`.stations a[href$="/${letters[e.key]}"]`) : null;
      const go = link || first(`.main-nav [data-go="${CSS.escape(e.key)}"]`);
      if (go) {
        e.preventDefault();
        go.click();
      }
      return;
    }
    if (e.key === 'g') {
      going = Date.now();
      return;
    }
    if (e.key === 'j' || e.key === 'k') {
      e.preventDefault();
      walk(e.key === 'j' ? 1 : -1);
      return;
    }
    if (e.key === 'Enter' && (e.target === body || e.target.matches?.('[data-walk],main'))) {
      current()?.querySelector('[data-open]')?.click();
      return;
    }
    if (e.key === 'x') {
      const box = current()?.querySelector('input[type=checkbox]');
      if (box && !box.disabled) {
        box.checked = !box.checked;
        box.dispatchEvent(new Event('change', { bubbles: true }));
      }
      return;
    }
    if (e.key === 'u') {
      if (!press('u')) {
        document.getElementById('undo')?.requestSubmit();
      }
      return;
    }
    if (press(e.key)) {
      e.preventDefault();
    }
  });

  // --- drafts keep themselves while one types
  document.querySelectorAll('form[data-keep]').forEach((form) => {
    const said = form.querySelector('[data-kept]');
    let timer = 0,
      running = false,
      again = false;
    async function keep() {
      if (running) {
        again = true;
        return;
      }
      running = true;
      try {
        const response = await fetch(form.dataset.keep, {
          method: 'POST',
          body: new FormData(form),
          headers: { 'X-CSRF-Token': body.dataset.token },
        });
        const answer = await response.json();
        if (answer.version !== undefined) {
          const version = form.querySelector('[name=version]');
          if (version) {
            version.value = answer.version;
          }
          for (const { field, value } of answer.taken || []) {
            const own = form.querySelector(`[name="${CSS.escape(field)}"]`);
            if (own && own !== document.activeElement) {
              own.value = value ?? '';
              own.dispatchEvent(new Event('jorvent:set'));
            }
          }
          const now = new Date();
          said.textContent =
            `kept at ${String(now.getHours()).padStart(2, '0')}:${String(now.getMinutes()).padStart(2, '0')}` +
            ((answer.taken || []).length ? `, with ${answer.taken.length} changed by someone else` : '');
          const unread = (answer.refused || []).map(
            (r) =>
              form.querySelector(`label[for="${CSS.escape(r.field)}"]`)?.firstChild?.textContent?.trim() || r.field,
          );
          if (unread.length) {
            said.textContent += `, but not what can not be read: ${unread.join(', ')}`;
          }
          said.classList.toggle('ru', unread.length > 0);
          body.dispatchEvent(new Event('kept'));
        } else {
          said.textContent = answer.refused?.some((r) => r.code === 'saved_by_another')
            ? 'someone else changed the same field: press Keep to see what differs'
            : 'not kept yet: a field can not be read';
          said.classList.add('ru');
        }
      } catch {
        said.textContent = 'not kept: no answer; your text stays here and is tried again';
        said.classList.add('ru');
        again = true;
      }
      running = false;
      if (again) {
        again = false;
        timer = setTimeout(keep, 4000);
      }
    }
    form.addEventListener('input', () => {
      clearTimeout(timer);
      timer = setTimeout(keep, 900);
    });
    form.addEventListener('submit', () => {
      clearTimeout(timer);
      again = false;
    });
  });

  // --- pay in steps
  document.querySelectorAll('[data-step]').forEach((field) =>
    field.addEventListener('keydown', (e) => {
      if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') {
        return;
      }
      const now = parseInt(field.value.replace(/\D/g, ''), 10);
      if (Number.isNaN(now) || field.readOnly) {
        return;
      }
      e.preventDefault();
      const step = (e.shiftKey ? 10 : 1) * parseInt(field.dataset.step, 10);
      field.value = String(Math.max(0, now + (e.key === 'ArrowUp' ? step : -step))).replace(
        /\B(?=(\d{3})+(?!\d))/g,
        '\u2009',
      );
    }),
  );

  // --- a form is sent once
  document.addEventListener('submit', (e) => {
    if (e.defaultPrevented || e.target.method === 'get') {
      return;
    }
    if (e.target.dataset.sent) {
      e.preventDefault();
      return;
    }
    e.target.dataset.sent = '1';
    setTimeout(() => {
      delete e.target.dataset.sent;
    }, 4000);
  });
  current()?.scrollIntoView({ block: 'nearest' });
})();

// The rich-text editor of the description, and pickers that hang on one another. Without it the textarea
// holds the mark-up and all units are offered.
(() => {
  'use strict';
  const area = document.querySelector('textarea[data-rich]');
  const bar = document.querySelector('[data-editor-bar]');
  if (area && bar && window.Quill) {
    const box = document.createElement('div');
    box.className = 'ed prose rich';
    area.before(box);
    const editor = new window.Quill(box, {
      formats: ['bold', 'italic', 'header', 'list', 'link'],
      modules: { toolbar: false },
    });
    editor.setContents(editor.clipboard.convert({ html: area.value }), 'silent');
    editor.history.clear();
    const root = editor.root;
    root.setAttribute('role', 'textbox');
    root.setAttribute('aria-multiline', 'true');
    root.setAttribute('aria-label', document.querySelector(`label[for=${area.id}]`).innerText.trim());
    if (area.getAttribute('aria-describedby')) {
      root.setAttribute('aria-describedby', area.getAttribute('aria-describedby'));
      root.setAttribute('aria-invalid', 'true');
    }
    area.hidden = true;
    bar.hidden = false;
    window.jorventEditor = editor;
    const words = bar.querySelector('[data-words]');
    const link = bar.querySelector('[data-link]');
    const buttons = [...bar.querySelectorAll('[data-format]')];
    const kinds = {
      header: ['header', 2],
      bullet: ['list', 'bullet'],
      ordered: ['list', 'ordered'],
      bold: ['bold', true],
      italic: ['italic', true],
    };
    const sync = () => {
      area.value = editor.getText().trim() === '' ? '' : editor.getSemanticHTML().replaceAll('&nbsp;', ' ');
      const count = (editor.getText().match(/[\p{L}\p{N}][\p{L}\p{N}'’-]*/gu) || []).length;
      words.textContent = words.textContent.replace(/\d+/, count);
    };
    const show = () => {
      const format = editor.getSelection() ? editor.getFormat() : {};
      buttons.forEach((b) => {
        const [name, value] = kinds[b.dataset.format] || ['link', null];
        b.setAttribute('aria-pressed', String(value === null ? Boolean(format.link) : format[name] === value));
      });
    };
    editor.on('text-change', (delta, old, source) => {
      sync();
      if (source === 'user' || source === 'api') {
        area.dispatchEvent(new Event('input', { bubbles: true }));
      }
    });
    editor.on('editor-change', show);
    bar.addEventListener('click', (e) => {
      const button = e.target.closest('[data-format]');
      if (!button) {
        return;
      }
      const format = editor.getFormat(editor.getSelection(true));
      if (button.dataset.format === 'link') {
        if (format.link) {
          editor.format('link', false, 'user');
          return;
        }
        link.hidden = false;
        link.focus();
        return;
      }
      const [name, value] = kinds[button.dataset.format];
      editor.format(name, format[name] === value ? false : value, 'user');
    });
    link.addEventListener('keydown', (e) => {
      if (e.key !== 'Enter') {
        return;
      }
      e.preventDefault();
      link.hidden = true;
      editor.focus();
      if (/^(https?:\/\/|mailto:)/.test(link.value)) {
        editor.format('link', link.value, 'user');
      }
      link.value = '';
    });
    area.addEventListener('jorvent:set', () =>
      editor.setContents(editor.clipboard.convert({ html: area.value }), 'silent'),
    );
  }

  // company → division → department → cost centre → site
  const form = document.getElementById('brief');
  const company = form?.querySelector('[data-company]');
  if (company) {
    const division = form.querySelector('[data-division]');
    const unit = form.querySelector('[name=unit]');
    const why = form.querySelector('[data-why]');
    const offer = (select, keep) => {
      [...select.options].forEach((o) => {
        const on = o.value === '' || keep(o);
        o.hidden = !on;
        o.disabled = !on;
      });
      select.dispatchEvent(new Event('jorvent:choices'));
      if (select.selectedOptions[0]?.disabled) {
        const next = [...select.options].find((o) => !o.disabled);
        if (next) {
          select.value = next.value;
          select.dispatchEvent(new Event('jorvent:set'));
          return true;
        }
      }
      return false;
    };
    const narrow = () => {
      const at = company.value;
      offer(division, (o) => o.dataset.companyIs === at);
      let changed = offer(
        unit,
        (o) => o.dataset.companyIs === at && (division.value === '' || o.dataset.path.startsWith(division.value)),
      );
      changed = offer(form.querySelector('[name=costCentre]'), (o) => o.dataset.companyIs === at) || changed;
      changed =
        offer(
          form.querySelector('[name=site]'),
          (o) => !o.dataset.companies || o.dataset.companies.split(' ').includes(at),
        ) || changed;
      why.href = why.href.replace(/\?.*$/, '') + '?company=' + at;
      if (changed) {
        unit.dispatchEvent(new Event('input', { bubbles: true }));
      }
    };
    company.value = unit.selectedOptions[0]?.dataset.companyIs || company.value;
    company.addEventListener('input', () => {
      division.value = '';
      narrow();
    });
    division.addEventListener('input', narrow);
    if (!unit.closest('fieldset').disabled) {
      narrow();
    }
  }
})();

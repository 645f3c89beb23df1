// A choice of more than a dozen can be searched by typing. Without this script it is the browser's own choice.
(() => {
  'use strict';
  const MANY = 12;

  function begin(select) {
    // criteria of a search are drawn anew while one types in them
    const few = select.options.length <= MANY || (select.multiple && select.size > 1);
    if (few || select.matches(':disabled') || select.tomselect || select.closest('.criterion-fields')) {
      return;
    }
    const named = select.labels[0]?.firstChild?.textContent.trim() || select.getAttribute('aria-label');
    const choice = new TomSelect(select, {
      allowEmptyOption: true,
      maxOptions: null,
      maxItems: select.multiple ? null : 1,
      plugins: select.multiple ? ['remove_button'] : [],
      closeAfterSelect: !select.multiple,
      refreshThrottle: 0,
      // in the order of the page, not by how well they fit
      sortField: [{ field: '$order' }],
      render: {
        no_results: () => {
          const nothing = document.createElement('div');
          nothing.className = 'no-results';
          nothing.textContent = document.body.dataset.noChoice;
          return nothing;
        },
      },
    });
    select.setAttribute('aria-hidden', 'true');
    choice.control_input.setAttribute('aria-label', named ?? '');
    choice.dropdown_content.setAttribute('aria-label', named ?? '');
    for (const name of ['aria-describedby', 'aria-invalid']) {
      if (select.hasAttribute(name)) {
        choice.control_input.setAttribute(name, select.getAttribute(name));
      }
    }
    choice.on('type', (text) => choice.wrapper.classList.toggle('is-typing', text !== ''));
    select.addEventListener('jorvent:set', () => choice.setValue(select.value, true));
    select.addEventListener('jorvent:choices', () => {
      for (const { value, disabled } of select.options) {
        choice.options[value].disabled = disabled;
      }
      choice.clearCache();
      choice.lastQuery = null;
    });
  }
  const beginAll = (within) => within.querySelectorAll('select').forEach(begin);
  beginAll(document);
  document.addEventListener('htmx:load', (e) => beginAll(e.detail.elt));
})();

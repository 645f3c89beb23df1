// Days are written and read as everywhere on the page (19 Oct 2026), whatever order the browser has. What is typed is
// understood in the person's own order and as an ISO day; what is no day stays as it was typed, and is said so. Without this
// script the browser's own field is used.
(() => {
  'use strict';
  const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
  const monthFirst =
    new Intl.DateTimeFormat(navigator.language).formatToParts(new Date()).find((p) => ['day', 'month'].includes(p.type))
      .type === 'month';

  function day(year, month, date) {
    const made = new Date(year, month - 1, date);
    return made.getFullYear() === year && made.getMonth() === month - 1 && made.getDate() === date ? made : undefined;
  }
  function understood(text) {
    const said = text.trim().toLowerCase();
    const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(said);
    if (iso) {
      return day(Number(iso[1]), Number(iso[2]), Number(iso[3]));
    }
    const named = /^(?:[a-z]+,? )?(\d{1,2})\.? ([a-z]{3,})\.?,? (\d{4})$/.exec(said);
    if (named) {
      return day(Number(named[3]), MONTHS.indexOf(named[2].slice(0, 3)) + 1, Number(named[1]));
    }
    const numbers = /^(\d{1,2})([./])(\d{1,2})\2(\d{4})$/.exec(said);
    if (!numbers) {
      return undefined;
    }
    const [first, second] = [Number(numbers[1]), Number(numbers[3])];
    // dots stand between day and month; strokes as the person's browser has it
    return numbers[2] === '/' && monthFirst
      ? day(Number(numbers[4]), first, second)
      : day(Number(numbers[4]), second, first);
  }

  function begin(field) {
    // criteria of a search are drawn anew while one types in them, and keep the field of the browser
    if (field.readOnly || field.disabled || field.closest('.criterion-fields')) {
      return;
    }
    const { id, className } = field;
    const described = field.getAttribute('aria-describedby');
    const invalid = field.getAttribute('aria-invalid');
    const picker = flatpickr(field, {
      allowInput: true,
      altInput: true,
      altFormat: 'j M Y',
      dateFormat: 'Y-m-d',
      altInputClass: `${className} is-day`,
      disableMobile: true,
      locale: { firstDayOfWeek: 1 },
      parseDate: (text) => understood(text),
      errorHandler: () => {},
    });
    const shown = picker.altInput;
    field.removeAttribute('id');
    shown.id = id;
    shown.autocomplete = 'off';
    if (described) {
      shown.setAttribute('aria-describedby', described);
    }
    if (invalid) {
      shown.setAttribute('aria-invalid', invalid);
    }
    // before the picker looks: it would empty a field that it can not read
    shown.addEventListener(
      'blur',
      (e) => {
        const lost = shown.value.trim() !== '' && understood(shown.value) === undefined;
        shown.setCustomValidity(lost ? document.body.dataset.noDay : '');
        if (lost) {
          e.stopImmediatePropagation();
          field.value = shown.value;
          shown.reportValidity();
        }
      },
      true,
    );
    field.addEventListener('jorvent:set', () => picker.setDate(field.value, false));
  }
  const beginAll = (within) => within.querySelectorAll('input[type=date]').forEach(begin);
  beginAll(document);
  document.addEventListener('htmx:load', (e) => beginAll(e.detail.elt));
})();

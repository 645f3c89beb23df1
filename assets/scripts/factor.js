// Draws the address of a second factor as a QR code (ISO/IEC 18004), for the camera of a phone.
(() => {
  'use strict';
  const place = document.querySelector('[data-qr]');
  if (!place || typeof qrcode !== 'function') {
    return;
  }
  const code = qrcode(0, 'M');
  code.addData(place.dataset.qr);
  code.make();
  const size = code.getModuleCount();
  const quiet = 4;
  let path = '';
  for (let row = 0; row < size; row += 1) {
    for (let column = 0; column < size; column += 1) {
      if (code.isDark(row, column)) {
        path += `M${column + quiet} ${row + quiet}h1v1h-1z`;
      }
    }
  }
  const whole = size + 2 * quiet;
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  svg.setAttribute('viewBox', `0 0 ${whole} ${whole}`);
  svg.setAttribute('role', 'img');
  svg.setAttribute('aria-label', place.dataset.label);
  [
    ['rect', { width: whole, height: whole, fill: '#fff' }],
    ['path', { d: path, fill: '#000' }],
  ].forEach(([name, attributes]) => {
    const part = document.createElementNS('http://www.w3.org/2000/svg', name);
    Object.entries(attributes).forEach(([key, value]) => part.setAttribute(key, value));
    svg.append(part);
  });
  place.append(svg);
})();

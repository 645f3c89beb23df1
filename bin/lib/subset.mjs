// Cuts the candidate pages' fonts down to the letters of English, Norwegian and Polish.
import fs from 'node:fs';
import subset from 'subset-font';

const range = (from, to) => Array.from({ length: to - from + 1 }, (_, i) => String.fromCharCode(from + i)).join('');
const parts = { latin: range(32, 126) + range(160, 255) + '–—‘’“”„…€−‹›·•→', 'latin-ext': 'ĄąĆćĘęŁłŃńŚśŹźŻż' };
const [from, to] = process.argv.slice(2);
for (const family of ['commissioner', 'newsreader']) {
  for (const [part, letters] of Object.entries(parts)) {
    const source = `${from}/@fontsource-variable/${family}/files/${family}-${part}-wght-normal.woff2`;
    fs.writeFileSync(
      `${to}/${family}-${part}-candidate.woff2`,
      await subset(fs.readFileSync(source), letters, { targetFormat: 'woff2' }),
    );
  }
}

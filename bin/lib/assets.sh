# The whole front-end build: copies what npm fetched and our own sources to public/.
set -e
cd "$(dirname "${BASH_SOURCE[0]}")/../.."
mkdir -p public/vendor/fonts public/build
n=node_modules
cp -u $n/bootstrap/dist/css/bootstrap.min.css $n/bootstrap/dist/js/bootstrap.bundle.min.js $n/htmx.org/dist/htmx.min.js \
    $n/idiomorph/dist/idiomorph-ext.min.js $n/flatpickr/dist/flatpickr.min.js $n/tom-select/dist/js/tom-select.popular.min.js \
    $n/quill/dist/quill.js $n/quill/dist/quill.core.css public/vendor/
cp -u $n/@fontsource-variable/commissioner/files/commissioner-latin{,-ext}-wght-normal.woff2 public/vendor/fonts/
cp -u $n/@fontsource-variable/newsreader/files/newsreader-latin{,-ext}-opsz-{normal,italic}.woff2 public/vendor/fonts/
[ public/vendor/fonts/newsreader-latin-ext-candidate.woff2 -nt bin/lib/subset.mjs ] || NODE_PATH=$n node bin/lib/subset.mjs $n public/vendor/fonts
cp -u $n/qrcode-generator/dist/qrcode.js public/vendor/
cp assets/scripts/*.js assets/images/* public/build/
# one style sheet for staff and one for candidates, of the same tokens; of two rules that say the same the later wins
(cd assets/styles && cat {fonts,tokens,bootstrap,calendar,frame,type,rows,fit-bar,segmented,passages,layout,top-bar,menus,choices,process-line,notices}.css \
    {tables,list-rows,brief-head,sourcing,forms,drawings,plain-pages,organisation,lists,questions,brief,dense-fields}.css) >public/build/staff.css
(cd assets/styles && cat {tokens,careers}.css) >public/build/careers.css

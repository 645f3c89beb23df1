<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverDimension;
use Facebook\WebDriver\WebDriverKeys;
use Facebook\WebDriver\WebDriverSelect;

/** A person at a browser: goes to pages, reads them, presses what is visible, and waits for what the page shows, never for a time. */
final class Browser
{
    private const PATIENCE_SECONDS = 12;

    /** How often something looked for was there: what a journey asserts. */
    public int $seen = 0;

    private function __construct(public readonly RemoteWebDriver $driver, private readonly string $base, private readonly string $profile)
    {
    }

    public static function open(string $base, int $width = 1280, int $height = 800): self
    {
        $profile = sys_get_temp_dir().'/jorvent-browser-'.bin2hex(random_bytes(6));
        $options = (new ChromeOptions())->addArguments([
            '--headless=new', '--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--disable-extensions',
            '--force-device-scale-factor=1', '--hide-scrollbars', '--lang=en-GB', "--window-size=$width,$height", "--user-data-dir=$profile",
        ]);
        $options->setBinary('/usr/bin/chromium');
        $options->setExperimentalOption('prefs', ['intl.accept_languages' => 'en']);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $driver = RemoteWebDriver::create('http://127.0.0.1:'.(getenv('JORVENT_CHROMEDRIVER') ?: '9515'), $capabilities, 30_000, 60_000);
        $browser = new self($driver, $base, $profile);
        $browser->resize($width, $height);

        return $browser;
    }

    public function resize(int $width, int $height): void
    {
        $this->driver->manage()->window()->setSize(new WebDriverDimension($width, $height));
        $inner = $this->driver->executeScript('return [window.innerWidth, window.innerHeight]');
        if (\is_array($inner) && \is_int($inner[0] ?? null) && \is_int($inner[1] ?? null)) {
            $this->driver->manage()->window()->setSize(new WebDriverDimension(2 * $width - $inner[0], 2 * $height - $inner[1]));
        }
    }

    public function close(): void
    {
        $this->driver->quit();
        exec('rm -rf '.escapeshellarg($this->profile));
    }

    public function go(string $path): self
    {
        $this->driver->get(str_starts_with($path, 'http') ? $path : $this->base.$path);

        return $this;
    }

    public function signIn(string $email): self
    {
        $this->driver->manage()->deleteAllCookies();
        $this->go('/sign-in')->fill('email', $email)->fill('password', 'skerry');
        $this->press('Sign in')->sees('.app');

        return $this;
    }

    /** Fills the visible field of a name; a form's own way of clearing, so that events are fired. */
    public function fill(string $name, string $value): self
    {
        $selector = '[name="'.$name.'"]';
        $there = 'return document.querySelector(arguments[0]) !== null';
        $this->until(fn (): bool => true === $this->driver->executeScript($there, [$selector]), 'no field '.$name);
        // a day is typed where it is shown, as someone would
        $day = $this->pick(<<<'JS'
            const shown = [...document.querySelectorAll(arguments[0])].map((e) => e._flatpickr?.altInput);
            return shown.find((e) => e?.checkVisibility() && e.getClientRects().length > 0) ?? null;
            JS, [$selector]);
        if (null !== $day) {
            $day->clear();
            $day->sendKeys($value.WebDriverKeys::TAB);

            return $this;
        }
        if ($this->choose($selector, $value)) {
            return $this;
        }
        $field = $this->find($selector);
        if (\in_array($field->getAttribute('type'), ['date', 'time'], true)) {
            $this->driver->executeScript('arguments[0].value = arguments[1]; arguments[0].dispatchEvent(new Event("input", {bubbles: true}))', [$field, $value]);
        } elseif ('select' === $field->getTagName()) {
            (new WebDriverSelect($field))->selectByVisibleText($value);
        } else {
            $field->clear();
            $field->sendKeys($value);
        }

        return $this;
    }

    /** Of a choice that is searched by typing: types and takes what says just this. */
    private function choose(string $selector, string $value): bool
    {
        $field = $this->pick(<<<'JS'
            const shown = [...document.querySelectorAll(arguments[0])].map((e) => e.tomselect?.control);
            return shown.find((e) => e?.checkVisibility() && e.getClientRects().length > 0) ?? null;
            JS, [$selector]);
        if (null === $field) {
            return false;
        }
        $field->click();
        $this->driver->getKeyboard()->sendKeys($value);
        $this->until(function () use ($value): bool {
            $option = $this->pick(<<<'JS'
                const options = [...document.querySelectorAll('.ts-dropdown .option')].filter((e) => e.checkVisibility());
                return options.find((e) => e.textContent.trim() === arguments[0]) ?? null;
                JS, [$value]);
            $option?->click();

            return null !== $option;
        }, "no choice that says \"$value\"");

        return true;
    }

    public function attach(string $name, string $file): self
    {
        $this->driver->findElement(WebDriverBy::cssSelector('[name="'.$name.'"]'))->sendKeys($file);

        return $this;
    }

    /** Presses the first visible button or link whose text begins so. */
    public function press(string $text, string $within = 'body'): self
    {
        $this->until(function () use ($text, $within): bool {
            $element = $this->pick(<<<'JS'
                const [within, text] = arguments;
                for (const e of document.querySelectorAll(['button', 'a', 'summary', 'label'].map((t) => within + ' ' + t).join(', '))) {
                    if (e.checkVisibility() && e.getClientRects().length && (e.innerText ?? e.textContent).replace(/\s+/g, ' ').trim().startsWith(text)) { e.scrollIntoView({block: 'center'}); return e; }
                }
                return null;
                JS, [$within, $text]);
            if (null === $element) {
                return false;
            }
            $element->click();

            return true;
        }, "nothing to press that says \"$text\"");

        return $this;
    }

    public function click(string $selector): self
    {
        $element = $this->find($selector);
        $this->driver->executeScript('arguments[0].scrollIntoView({block: "center"})', [$element]);
        $element->click();

        return $this;
    }

    public function type(string ...$keys): self
    {
        foreach ($keys as $key) {
            $this->driver->getKeyboard()->sendKeys(['Enter' => WebDriverKeys::ENTER, 'Escape' => WebDriverKeys::ESCAPE, 'Tab' => WebDriverKeys::TAB, 'Space' => WebDriverKeys::SPACE][$key] ?? $key);
        }

        return $this;
    }

    /** Waits until something of that selector is visible, and, with a text, shows it. */
    public function sees(string $selector, string $text = ''): self
    {
        $this->until(function () use ($selector, $text): bool {
            return true === $this->driver->executeScript('const [s, t] = arguments; return [...document.querySelectorAll(s)].some((e) => e.checkVisibility() && e.getClientRects().length > 0 && (t === "" || e.innerText.includes(t)))', [$selector, $text]);
        }, "never saw $selector".('' === $text ? '' : " saying \"$text\""));
        ++$this->seen;

        return $this;
    }

    public function find(string $selector): RemoteWebElement
    {
        $this->sees($selector);

        return $this->pick('return [...document.querySelectorAll(arguments[0])].find((e) => e.checkVisibility() && e.getClientRects().length > 0) ?? null', [$selector]) ?? throw new \RuntimeException('It was there a moment ago: '.$selector);
    }

    /**
     * The element that a script finds; the driver gives elements back only by selector, so it is marked for a moment.
     *
     * @param list<string> $arguments
     */
    private function pick(string $script, array $arguments): ?RemoteWebElement
    {
        $name = 'picked-'.bin2hex(random_bytes(4));
        $found = $this->driver->executeScript('const found = (function () { '.$script.' }).apply(null, arguments); found?.setAttribute("data-'.$name.'", ""); return found !== null && found !== undefined', $arguments);

        return true === $found ? $this->driver->findElement(WebDriverBy::cssSelector('[data-'.$name.']')) : null;
    }

    public function text(string $selector = 'body'): string
    {
        $this->sees($selector);
        $text = $this->driver->executeScript('return [...document.querySelectorAll(arguments[0])].find((e) => e.checkVisibility() && e.getClientRects().length > 0)?.innerText ?? ""', [$selector]);

        return \is_string($text) ? $text : '';
    }

    public function settled(): self
    {
        $this->until(fn (): bool => true === $this->driver->executeScript('return document.readyState === "complete" && !document.querySelector(".htmx-request,.htmx-swapping,.htmx-settling")'), 'the page never settled');

        return $this;
    }

    public function path(): string
    {
        return (string) parse_url($this->driver->getCurrentURL(), \PHP_URL_PATH);
    }

    public function shot(string $file): void
    {
        $this->settled();
        $this->driver->executeScript('return document.fonts.ready.then(() => true)');
        $this->driver->takeScreenshot($file);
    }

    /** @return list<string> what axe-core holds against the page, with every rule on */
    public function axe(): array
    {
        $this->settled();
        $this->driver->executeScript((string) file_get_contents(\dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));
        $result = $this->driver->executeAsyncScript('const done = arguments[arguments.length - 1]; axe.run(document, {resultTypes: ["violations"]}).then((r) => done(r.violations.map((v) => v.id + ": " + v.nodes.slice(0, 3).map((n) => n.target.join(" ") + " " + n.failureSummary.split("\\n").slice(1, 2).join("")).join(" | "))), (e) => done(["axe failed: " + e]))');

        return array_values(array_filter(\is_array($result) ? $result : ['axe gave nothing'], is_string(...)));
    }

    /** @param callable(): bool $condition */
    public function until(callable $condition, string $otherwise): void
    {
        $end = microtime(true) + self::PATIENCE_SECONDS;
        do {
            try {
                if ($condition()) {
                    return;
                }
            } catch (\Facebook\WebDriver\Exception\StaleElementReferenceException|\Facebook\WebDriver\Exception\NoSuchElementException|\Facebook\WebDriver\Exception\ElementClickInterceptedException|\Facebook\WebDriver\Exception\ElementNotInteractableException|\Facebook\WebDriver\Exception\JavascriptErrorException) {
                // the page is changing; look again
            }
            usleep(40_000);
        } while (microtime(true) < $end);

        throw new \RuntimeException($otherwise.'; the page at '.$this->driver->getCurrentURL().' says: '.mb_substr((string) preg_replace('/\s+/', ' ', $this->driver->findElement(WebDriverBy::tagName('body'))->getText()), 0, 600));
    }
}

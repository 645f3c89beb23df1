<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use DAMA\DoctrineTestBundle\PHPUnit\SkipDatabaseRollback;
use PHPUnit\Framework\TestCase;

/** Journeys through the served application, as people make them. Each test opens the browsers it needs; all are closed after it. */
#[SkipDatabaseRollback]
abstract class BrowserTest extends TestCase
{
    /** @var list<Browser> */
    private array $browsers = [];

    protected function tearDown(): void
    {
        foreach ($this->browsers as $browser) {
            $this->addToAssertionCount(max(0, $browser->seen));
            $browser->close();
        }
        $this->browsers = [];
    }

    protected function browser(int $width = 1280, int $height = 800): Browser
    {
        return $this->browsers[] = Browser::open((string) getenv('JORVENT_BROWSER_URL'), $width, $height);
    }

    /** A phone, as candidates hold it. */
    protected function phone(): Browser
    {
        return $this->browser(390, 844);
    }

    protected static function standIn(string $name, string $mode): void
    {
        $context = stream_context_create(['http' => ['method' => 'POST', 'header' => 'Content-Type: application/x-www-form-urlencoded', 'content' => 'mode='.$mode, 'follow_location' => 0]]);
        self::assertNotFalse(file_get_contents(getenv('JORVENT_STANDIN_URL').'/'.$name.'/mode', false, $context));
    }

    /** Waits for a mail to arrive and gives its text. */
    protected static function mail(string $to, string $subject): string
    {
        $end = microtime(true) + 15;
        do {
            $mails = json_decode((string) file_get_contents(getenv('JORVENT_STANDIN_URL').'/mail/list.json?to='.rawurlencode($to)), true);
            foreach (\is_array($mails) ? $mails : [] as $mail) {
                if (\is_array($mail) && \is_string($mail['subject'] ?? null) && str_contains($mail['subject'], $subject)) {
                    return (string) json_encode($mail, \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE);
                }
            }
            usleep(100_000);
        } while (microtime(true) < $end);
        self::fail("No mail \"$subject\" came to $to.");
    }

    protected static function link(string $mail, string $contains): string
    {
        self::assertSame(1, preg_match('#http://127\.0\.0\.1:\d+([^\s"\\\\]*'.preg_quote($contains, '#').'[^\s"\\\\]*)#', $mail, $m), $mail);

        return $m[1];
    }

    protected static function file(string $name, string $content): string
    {
        $file = sys_get_temp_dir().'/jorvent-'.bin2hex(random_bytes(4)).'-'.$name;
        file_put_contents($file, $content);

        return $file;
    }

    protected static function assertAxe(Browser $browser): void
    {
        self::assertSame([], $browser->axe(), $browser->path());
    }
}

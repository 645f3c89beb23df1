<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\People\Extract\ReadingProcess;
use Jorvent\People\ReadResult;
use Jorvent\People\ReadText;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

/** Files and texts that people send are read in a process of its own: limited, replaced, and without anything that is ours. */
#[CoversClass(ReadingProcess::class)]
#[CoversClass(ReadText::class)]
#[CoversClass(ReadResult::class)]
final class ReadingProcessTest extends DatabaseTest
{
    private const JOB = ['text' => "Ana Reyes\nana@example.com\n", 'today' => '2026-12-01', 'learned' => ['titles' => [], 'employers' => [], 'schools' => []]];

    public function testOneProcessReadsFiftyAndIsThenReplaced(): void
    {
        $process = $this->process();
        for ($i = 0; $i < ReadingProcess::JOBS; ++$i) {
            self::assertSame('Ana Reyes', self::nameIn($process->ask(self::JOB, 10)));
            $first ??= self::child();
            self::assertSame($first, self::child());
        }
        self::assertSame('Ana Reyes', self::nameIn($process->ask(self::JOB, 10)));
        self::assertNotSame($first ?? 0, self::child());
    }

    public function testWhatIsLateOrTooLargeEndsItsProcessAndTheNextIsRead(): void
    {
        $process = $this->process();
        $pipe = sys_get_temp_dir().'/never-'.bin2hex(random_bytes(6));
        exec('mkfifo '.escapeshellarg($pipe));
        try {
            self::assertNull($process->ask(['file' => $pipe], 1), 'a file that never ends');
        } finally {
            unlink($pipe);
        }
        self::assertSame('Ana Reyes', self::nameIn($process->ask(self::JOB, 10)));
        self::assertNull($process->ask(['file' => '/dev/zero'], 20), 'more than the memory it may use');
        self::assertSame('Ana Reyes', self::nameIn($process->ask(self::JOB, 10)));
    }

    public function testItKnowsNoSecretOfOurs(): void
    {
        $process = $this->process();
        $process->ask(self::JOB, 10);
        $known = (string) file_get_contents('/proc/'.self::child().'/environ');
        self::assertStringContainsString('PATH=', $known);
        foreach (['DATABASE_URL', 'APP_SECRET', 'JORVENT_ENV', 'PGPASSWORD'] as $name) {
            self::assertStringNotContainsString($name, $known);
        }
    }

    public function testWordsTakenIntoTheDictionaryAreKnownThere(): void
    {
        $read = $this->get(ReadText::class);
        $text = "Ana Reyes\nar@post.example\n\nWork\nKjettingsmed, Grindhaug\n2015 – 2019\n\nWork\nGrindhaug, Kjettingsmed\n2019 – 2021\n";
        $before = $read($text)->reading;
        $this->db()->execute("INSERT INTO learned_term (kind, term, folded, state, at, decided_at) VALUES ('titles', 'Kjettingsmed', 'kjettingsmed', 'taken', now(), now())");
        $after = $read($text)->reading;
        self::assertNotSame($before, $after);
        self::assertSame($before, $read->plain($text)->reading, 'what others show is read without them');
    }

    public function testATextThatIsNotReadLeavesAResumeThatSaysNothing(): void
    {
        $result = new ReadResult(['fields' => ['name' => ['value' => 'Ana'], 'email' => 'odd'], 'links' => ['a', 1]]);
        self::assertSame(['Ana', null, null, false, ['a']], [$result->field('name'), $result->field('email'), $result->field('city'), $result->hasWork(), $result->links()]);
    }

    private function process(): ReadingProcess
    {
        return new ReadingProcess(\dirname(__DIR__, 2), '', '');
    }

    /** @param array<array-key, mixed>|null $answer */
    private static function nameIn(?array $answer): ?string
    {
        $reading = $answer['reading'] ?? null;

        return (new ReadResult(\is_array($reading) ? $reading : []))->field('name');
    }

    private static function child(): int
    {
        exec('pgrep -n -P '.getmypid().' -f [l]ib/read.php', $ids);

        return (int) ($ids[0] ?? 0);
    }
}

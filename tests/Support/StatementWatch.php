<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Jorvent\Tests\Measures\Foreign;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * Notes which class sends which statement, as it is run: a query builder and a joined string too. What a module reads and writes of the
 * tables of others stands in JORVENT_VAR/statements when the tests end, and bin/lib/statements.php holds it to its ceiling.
 */
final class StatementWatch extends EachStatement
{
    private const FRAMES = 40;

    /** @var array<string, true> by "kind class table" */
    private static array $noted = [];
    /** @var array<string, true> statements that were looked at, by class and hash */
    private static array $seen = [];
    private static bool $written = false;

    public function __construct(#[Autowire('%env(JORVENT_VAR)%/statements')] string $folder)
    {
        if (!self::$written) {
            self::$written = true;
            register_shutdown_function(static function () use ($folder): void {
                if ([] !== self::$noted) {
                    @mkdir($folder);
                    $lines = implode("\n", array_keys(self::$noted))."\n";
                    file_put_contents($folder.'/'.getmypid().'.txt', $lines, \FILE_APPEND | \LOCK_EX);
                }
            });
        }
    }

    protected function see(string $sql): void
    {
        $class = self::sender();
        $once = $class.' '.hash('xxh3', $sql);
        if (null === $class || isset(self::$seen[$once])) {
            return;
        }
        self::$seen[$once] = true;
        foreach (Foreign::tables($class, $sql) as [$kind, $table]) {
            self::$noted["$kind $class $table"] = true;
        }
    }

    /** @return string|null the class of ours that asked, past what all of them ask through */
    private static function sender(): ?string
    {
        foreach (debug_backtrace(\DEBUG_BACKTRACE_IGNORE_ARGS, self::FRAMES) as $frame) {
            $class = $frame['class'] ?? '';
            if (str_starts_with($class, 'Jorvent\\Tests\\') && !str_starts_with($class, __CLASS__)) {
                return null;
            }
            if (1 === preg_match('/^Jorvent\\\\(?!Tests\\\\|Platform\\\\Database\\\\)/', $class)) {
                return $class;
            }
        }

        return null;
    }
}

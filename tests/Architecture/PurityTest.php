<?php

declare(strict_types=1);

namespace Jorvent\Tests\Architecture;

use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** src/Core touches no framework, database, clock, randomness, file system or locale. */
#[CoversNothing]
final class PurityTest extends TestCase
{
    private const FORBIDDEN_FUNCTIONS = ['time', 'microtime', 'hrtime', 'date', 'gmdate', 'mktime', 'strtotime', 'localtime', 'rand', 'mt_rand', 'random_int', 'random_bytes', 'uniqid', 'shuffle', 'array_rand', 'str_shuffle', 'file_get_contents', 'file_put_contents', 'fopen', 'fread', 'file', 'is_file', 'unlink',
        'mkdir', 'tempnam', 'exec', 'shell_exec', 'proc_open', 'curl_init', 'getenv', 'setlocale', 'session_start', 'echo', 'print', 'error_log', 'sleep', 'usleep'];
    private const FORBIDDEN_NAMES = '/^\\\\?(Symfony|Doctrine|Twig|Psr|Monolog|PDO|Random|Dompdf|Sabre|libphonenumber|Jorvent\\\\(?!Core))/';

    /** @return iterable<string, array{string}> */
    public static function files(): iterable
    {
        $files = new \RegexIterator(new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(\dirname(__DIR__, 2).'/src/Core', \FilesystemIterator::SKIP_DOTS)), '/\.php$/');
        foreach ($files as $file) {
            \assert($file instanceof \SplFileInfo);
            yield substr($file->getPathname(), (int) strpos($file->getPathname(), '/src/Core/') + 10) => [$file->getPathname()];
        }
    }

    #[DataProvider('files')]
    public function testIsPure(string $file): void
    {
        self::assertSame([], self::impurities((string) file_get_contents($file)));
    }

    public function testFindsWhatItLooksFor(): void
    {
        $bad = '<?php use Symfony\Component\Yaml\Yaml; $a = new \DateTimeImmutable(); $b = time(); $c = new DateTimeImmutable("now"); echo \random_int(1, 2); $d = \Jorvent\Platform\Kernel::class;';
        self::assertCount(7, self::impurities($bad));
        self::assertSame([], self::impurities('<?php $a = new \DateTimeImmutable("2026-01-01"); $b->time(); $c->date; Foo::file();'));
    }

    /** @return list<string> */
    private static function impurities(string $code): array
    {
        $found = [];
        $tokens = array_values(array_filter(\PhpToken::tokenize($code), static fn (\PhpToken $t): bool => !$t->isIgnorable()));
        foreach ($tokens as $i => $token) {
            $before = $tokens[$i - 1] ?? null;
            $after = ($tokens[$i + 1] ?? null)?->text;
            if ($token->is([\T_NAME_QUALIFIED, \T_NAME_FULLY_QUALIFIED, \T_STRING]) && 1 === preg_match(self::FORBIDDEN_NAMES, $token->text) && true !== $before?->is([\T_NAMESPACE])) {
                $found[] = $token->text;
            }
            $name = strtolower(ltrim($token->text, '\\'));
            $called = $token->is([\T_STRING, \T_NAME_FULLY_QUALIFIED]) && '(' === $after && true !== $before?->is([\T_OBJECT_OPERATOR, \T_NULLSAFE_OBJECT_OPERATOR, \T_DOUBLE_COLON, \T_FUNCTION, \T_NEW]);
            if (($called || $token->is([\T_ECHO, \T_PRINT])) && \in_array($name, self::FORBIDDEN_FUNCTIONS, true)) {
                $found[] = $name.'()';
            }
            if (true === $before?->is([\T_NEW]) && \in_array($name, ['datetimeimmutable', 'datetime'], true)) {
                $argument = $tokens[$i + 2] ?? null;
                if ('(' !== $after || ')' === $argument?->text || 1 === preg_match('/^["\'](now|today|tomorrow|yesterday|[+-])/', (string) $argument?->text)) {
                    $found[] = 'new '.$token->text;
                }
            }
        }

        return $found;
    }
}

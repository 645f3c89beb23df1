<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Search\Index\Keys;
use Jorvent\Core\Search\Index\Told;
use Jorvent\Core\Search\Profile;
use Jorvent\Tests\Support\RandomPeople;
use Jorvent\Tests\Support\RandomQueries;
use PHPUnit\Framework\TestCase;

final class ToldTest extends TestCase
{
    public function testWhatIsPackedHasTheSameKeys(): void
    {
        foreach (self::people() as $person) {
            self::assertEqualsCanonicalizing(preg_grep('/^(?:in|aside):/', Keys::facts($person), \PREG_GREP_INVERT), Keys::facts(Told::unpack(Told::pack($person))));
        }
    }

    /** Who was indexed by an earlier version stands under keys that this one would not take away. */
    public function testOtherKeysNeedAnotherVersion(): void
    {
        $keys = '';
        foreach (self::people() as $person) {
            $of = [...Keys::words($person->document), ...Keys::facts($person)];
            sort($of, \SORT_STRING);
            $keys .= implode("\n", $of)."\n";
        }
        self::assertSame([1, 'e70fb3c1bb98d89a'], [Told::VERSION, hash('xxh64', $keys)], 'raise Told::VERSION, then write the new sum here');
    }

    public function testOtherBytesAreRefused(): void
    {
        foreach (['', "\0abc", \chr(Told::VERSION).'no deflated list'] as $bytes) {
            try {
                Told::unpack($bytes);
                self::fail('Taken: '.bin2hex($bytes));
            } catch (\DomainException $e) {
                self::assertStringContainsString('version', $e->getMessage());
            }
        }
    }

    /** @return list<Profile> */
    private static function people(): array
    {
        $people = new RandomPeople(5, new RandomQueries(5), new \DateTimeImmutable('2026-11-30'));

        return array_map(static fn (): Profile => $people->profile(), range(1, 300));
    }
}

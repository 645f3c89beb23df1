<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\SignIn;

use Jorvent\Core\SignIn\Totp;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class TotpTest extends TestCase
{
    /** The secret of RFC 6238, appendix B, "12345678901234567890", in Base32. */
    private const SECRET = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';

    #[DataProvider('vectors')]
    public function testAgreesWithTheStandard(int $time, string $code): void
    {
        self::assertSame($code, Totp::at(self::SECRET, intdiv($time, 30), 8));
        self::assertSame(substr($code, 2), Totp::at(self::SECRET, intdiv($time, 30)));
    }

    /** @return iterable<array{int, string}> RFC 6238, appendix B, the rows of SHA-1 */
    public static function vectors(): iterable
    {
        yield [59, '94287082'];
        yield [1111111109, '07081804'];
        yield [1111111111, '14050471'];
        yield [1234567890, '89005924'];
        yield [2000000000, '69279037'];
        yield [20000000000, '65353130'];
    }

    public function testTakesTheStepBeforeAndAfterAndNoOther(): void
    {
        $now = new \DateTimeImmutable('@1234567890');
        $middle = intdiv(1234567890, 30);
        foreach ([-2 => null, -1 => $middle - 1, 0 => $middle, 1 => $middle + 1, 2 => null] as $off => $step) {
            self::assertSame($step, Totp::step(self::SECRET, Totp::at(self::SECRET, $middle + $off), $now));
        }
        self::assertNull(Totp::step(self::SECRET, '', $now));
    }

    public function testASecretIsBase32OfItsBytes(): void
    {
        self::assertSame(self::SECRET, Totp::secret('12345678901234567890'));
        $one = Totp::secret(random_bytes(Totp::SECRET_BYTES));
        self::assertMatchesRegularExpression('/^[A-Z2-7]{32}$/', $one);
        self::assertMatchesRegularExpression('/^\d{6}$/', Totp::at($one, 1));
        $this->expectException(\DomainException::class);
        Totp::at('not base 32', 1);
    }
}

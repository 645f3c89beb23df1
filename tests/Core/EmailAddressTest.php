<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Shared\EmailAddress;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

#[CoversClass(EmailAddress::class)]
final class EmailAddressTest extends TestCase
{
    #[TestWith(['ana.pires@post.example', null])]
    #[TestWith(['bjørn@post.example', null])]
    #[TestWith(['', 'email_missing'])]
    #[TestWith(['ana', 'email_wrong'])]
    #[TestWith(["ana@post.example\nBcc: all@post.example", 'email_wrong'])]
    #[TestWith(['ana@post', 'email_wrong'])]
    public function testWhatCanNotBeAnAddressIsSaidAtItsField(string $typed, ?string $code): void
    {
        $blockers = EmailAddress::blockers($typed, 'contact');
        self::assertSame(null === $code, EmailAddress::isValid($typed));
        self::assertSame($code, $blockers[0]->code ?? null);
        self::assertSame(null === $code ? null : 'contact', $blockers[0]->field ?? null);
    }

    public function testTheDomainIsWhatStandsAfterTheLastAt(): void
    {
        self::assertSame('post.example', EmailAddress::domain('Ana@Post.Example'));
        self::assertSame('', EmailAddress::domain('ana'));
    }
}

<?php

declare(strict_types=1);

namespace Jorvent\Tests\Modules\Careers;

use Jorvent\Careers\Applicant;
use Jorvent\Careers\Entity\ApplyDraft;
use Jorvent\Careers\Entity\SentFile;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\ResumeFile;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(ApplyDraft::class)]
#[CoversClass(SentFile::class)]
final class ApplyDraftTest extends TestCase
{
    private const KEY = '0123456789abcdef0123456789abcdef';

    public function testWhatIsTypedIsAddedToWhatWasRead(): void
    {
        $draft = self::draft(['name' => 'Noor Østby', 'email' => 'noor@post.example']);
        self::assertSame('Noor Østby', $draft->applicant()->name);
        self::assertSame([], $draft->answers());
        $now = self::at('10:05');
        $typed = new Applicant('Noor Østby', 'noor@post.example', '', 'Voss');
        $draft->type($typed, ['years' => '4', 'paper' => ''], $now);
        $draft->type($typed, ['years' => '5'], $now);
        self::assertSame(['years' => '5', 'paper' => ''], $draft->answers(), 'what was not sent again stays');
        self::assertSame('Voss', $draft->applicant()->city);
        self::assertSame($now, $draft->savedAt());
        $draft->consent('3', $now);
        self::assertSame('3', $draft->consented());
        self::assertSame(['years' => '5', 'paper' => ''], $draft->answers(), 'consent is no answer');
    }

    public function testNothingChangesOnceItIsSent(): void
    {
        $draft = self::draft(['name' => 'Noor Østby']);
        self::assertFalse($draft->declare(), 'nothing is declared before');
        $draft->send(self::at('10:10'));
        self::assertTrue($draft->isSent());
        $draft->type(new Applicant('Someone Else', '', '', ''), ['years' => '9'], self::at('10:20'));
        $draft->consent('9', self::at('10:20'));
        self::assertSame(['Noor Østby', '', []], [$draft->applicant()->name, $draft->consented(), $draft->answers()]);
        self::assertSame([true, false], [$draft->declare(), $draft->declare()], 'once');
        self::assertTrue($draft->isDeclared());
        $this->expectExceptionObject(Refused::because('already_sent'));
        $draft->send(self::at('10:30'));
    }

    public function testOnlyAHashOfItsKeyIsKept(): void
    {
        self::assertSame(substr(hash('sha256', self::KEY), 0, 32), ApplyDraft::hash(self::KEY));
        self::assertStringNotContainsString(self::KEY, serialize(self::draft([])));
    }

    public function testItsFileIsGivenBackAsItCame(): void
    {
        $file = new ResumeFile(str_repeat('a', 64), 'application/pdf', 'cv.pdf', 1200, 'Noor Østby');
        self::assertEquals($file, self::draft([], $file)->resume());
        self::assertNull(self::draft([])->resume());
    }

    /** @param array<string, string> $fields */
    private static function draft(array $fields, ?ResumeFile $file = null): ApplyDraft
    {
        return new ApplyDraft(self::KEY, 1, 2, null, $fields, $file, self::at('10:00'));
    }

    private static function at(string $time): \DateTimeImmutable
    {
        return new \DateTimeImmutable('2026-12-02 '.$time);
    }
}

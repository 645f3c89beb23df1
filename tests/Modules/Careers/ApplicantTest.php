<?php

declare(strict_types=1);

namespace Jorvent\Tests\Modules\Careers;

use Jorvent\Careers\Applicant;
use Jorvent\Core\Shared\Refusal;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

#[CoversClass(Applicant::class)]
final class ApplicantTest extends TestCase
{
    private const RIGHT = ['name' => 'Noor Østby', 'email' => 'noor@post.example', 'phone' => '41 23 45 67', 'city' => 'Voss'];

    /**
     * @param array<string, string> $typed
     * @param list<string>          $expected fields and codes
     */
    #[TestWith([[], []])]
    #[TestWith([['phone' => '', 'city' => ''], []])]
    #[TestWith([['name' => ' N '], ['name name_missing']])]
    #[TestWith([['email' => ''], ['email email_missing']])]
    #[TestWith([['email' => 'noor'], ['email email_wrong']])]
    #[TestWith([['phone' => '12'], ['phone phone_wrong']])]
    #[TestWith([['phone' => 'call me'], ['phone phone_wrong']])]
    #[TestWith([['name' => '', 'email' => '', 'phone' => '1'], ['name name_missing', 'email email_missing', 'phone phone_wrong']])]
    public function testWhatIsWrongIsSaidAtItsField(array $typed, array $expected): void
    {
        $blockers = Applicant::of([...self::RIGHT, ...$typed])->blockers('NO');
        self::assertSame($expected, array_map(static fn (Refusal $r): string => $r->field.' '.$r->code, $blockers));
    }

    public function testANumberWithoutAPrefixIsReadInTheCountryOfTheOpening(): void
    {
        $polish = Applicant::of(['phone' => '512 345 678'] + self::RIGHT);
        self::assertSame([], $polish->blockers('PL'));
        self::assertCount(1, $polish->blockers('NO'), 'nine digits are too many in Norway');
        self::assertSame([], Applicant::of(['phone' => '+48 512 345 678'] + self::RIGHT)->blockers('NO'));
    }

    public function testTooLongIsRefusedAndNothingIsCut(): void
    {
        $long = str_repeat('å', 201);
        $applicant = Applicant::of(['city' => $long] + self::RIGHT);
        self::assertSame($long, $applicant->city);
        $blockers = $applicant->blockers('NO');
        self::assertSame([['city', 'answer_too_long', ['limit' => 200]]], array_map(
            static fn (Refusal $r): array => [$r->field, $r->code, $r->data], $blockers,
        ));
        self::assertSame([], Applicant::of(['city' => mb_substr($long, 1)] + self::RIGHT)->blockers('NO'));
    }

    public function testAFieldIsOneLine(): void
    {
        $applicant = Applicant::of(['name' => "  Noor\r\nBcc: all@post.example\t"] + self::RIGHT);
        self::assertSame('Noor Bcc: all@post.example', $applicant->name);
        self::assertSame('Noor', $applicant->firstName());
        self::assertSame(['name', 'email', 'phone', 'city'], array_keys($applicant->fields()));
    }
}

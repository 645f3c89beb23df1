<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\ForgottenPassword;
use Jorvent\Careers\Alerts;
use Jorvent\Careers\ApplyDrafts;
use Jorvent\Careers\FinishLater;
use Jorvent\Careers\Read\Narrowed;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Careers\Referrals;
use Jorvent\Interviews\Arrange;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\People\OwnData\OwnData;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Security\Secret;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

/** Addresses that open something are nowhere to be read but in the mail itself, and one that is used up is used once. */
#[CoversClass(Secret::class)]
#[CoversClass(GuestLinks::class)]
final class SecretsTest extends DatabaseTest
{
    private const SECRET = '#/(?:l/[a-z]+|password|a|careers/alerts)/[\w-]{20,60}#';

    public function testEveryKindOfSecretMailLeavesNothingBehind(): void
    {
        $this->putOffWhatWaits();
        $sent = $this->mailEveryKind();
        self::assertSame([], $this->columnsWith(self::SECRET), 'while they wait');
        $this->deliverAll();
        foreach ($sent as $kind => $address) {
            self::assertMatchesRegularExpression(
                self::SECRET,
                self::mailbox($address)[0]['text'] ?? '',
                $kind.' brings its link',
            );
        }
        self::assertSame([], $this->columnsWith(self::SECRET), 'when they are gone out');
        self::assertSame(
            0,
            $this->int('SELECT count(*) FROM delivery WHERE sealed IS NOT NULL'),
            'and nothing sealed is left',
        );
    }

    public function testSendingAgainMakesANewLinkAndEndsTheFormer(): void
    {
        $this->putOffWhatWaits();
        $account = $this->account('Morag Isbister');
        $this->get(ForgottenPassword::class)($account->email);
        self::standIn('mail', 'wrong');
        try {
            $this->deliverAll(1);
        } finally {
            self::standIn('mail', 'up');
        }
        $id = $this->int("SELECT id FROM delivery WHERE key LIKE 'password-%' ORDER BY id DESC LIMIT 1");
        $this->db()->execute("UPDATE delivery SET state = 'failed' WHERE id = :id", ['id' => $id]);
        $links = $this->int(
            'SELECT count(*) FROM guest_link WHERE revoked_at IS NULL AND purpose = :p AND subject_id = :a',
            ['p' => LinkPurpose::Password->value, 'a' => $account->id],
        );
        self::assertTrue($this->get(Deliveries::class)->tryAgain($id));
        $this->deliverAll(1);
        self::assertSame(1, preg_match('#/password/([\w-]+)#', self::mailbox($account->email)[0]['text'], $m));
        self::assertNotNull($this->get(GuestLinks::class)->open(LinkPurpose::Password, $m[1]));
        self::assertSame(
            [1, 1],
            [
                $links,
                $this->int(
                    'SELECT count(*) FROM guest_link WHERE revoked_at IS NULL AND purpose = :p AND subject_id = :a',
                    ['p' => LinkPurpose::Password->value, 'a' => $account->id],
                ),
            ],
        );
    }

    public function testTwoMailsOfAKindInOneSecondBothGo(): void
    {
        $this->putOffWhatWaits();
        $account = $this->account('Morag Isbister');
        $before = \count(self::mailbox($account->email));
        $forgotten = $this->get(ForgottenPassword::class);
        $forgotten($account->email);
        $forgotten($account->email);
        $this->deliverAll();
        self::assertCount($before + 2, self::mailbox($account->email));
    }

    /** @return array<string, string> by kind, the address it went to */
    private function mailEveryKind(): array
    {
        $brand = $this->get(BrandQuery::class)->main();
        $opening = $this->get(OpeningQuery::class)->one(2201) ?? self::fail('R-2201 is open');
        $requisition = $opening->id;
        $new = static fn (string $who): string => $who.'.'.bin2hex(random_bytes(4)).'@post.example';
        $to = [
            'later' => $new('later'), 'alert' => $new('alert'), 'referral' => $new('referral'),
            'password' => 'morag.isbister@skerryline.example',
        ];
        $this->get(ForgottenPassword::class)($to['password']);
        $key = $this->get(ApplyDrafts::class)->start($requisition, null, null);
        $this->get(FinishLater::class)($key, $to['later'], $opening, $brand->name, 'en');
        $this->get(Alerts::class)->ask($to['alert'], Narrowed::of(['q' => 'fitter']), 'en', $brand);
        $this->get(Referrals::class)->ask('Toril Friend', $to['referral'], $opening, $brand, 'en');
        $row = $this->db()->row(
            "SELECT p.id, c.id AS candidate, c.email FROM application p JOIN candidate c ON c.id = p.candidate_id
             WHERE p.requisition_id = :r AND p.state = 'active' AND p.stage = 'screening' AND c.email IS NOT NULL
             ORDER BY p.id LIMIT 1",
            ['r' => $requisition],
        );
        self::assertNotNull($row);
        $this->get(OwnData::class)->mail($row->int('candidate'), $requisition);
        $to['data'] = $row->str('email');
        $other = $this->db()->row(
            "SELECT p.id, c.email FROM application p JOIN candidate c ON c.id = p.candidate_id
             WHERE p.requisition_id = :r AND p.state = 'active' AND p.stage = 'first_call' AND c.email IS NOT NULL
             ORDER BY p.id LIMIT 1",
            ['r' => $requisition],
        );
        self::assertNotNull($other);
        $start = $this->clock()->now()->modify('+6 days')->setTime(9, 0);
        $this->get(Arrange::class)(
            $other->int('id'),
            'Interview',
            45,
            '',
            [$this->account('Ines Teixeira')->id],
            [$start, $start->modify('+1 hour')],
            $this->account('Solveig Aune')->id,
        );
        $to['book'] = $other->str('email');

        return $to;
    }

    /** @return list<string> every text or JSON column of every table in which something matches */
    private function columnsWith(string $pattern): array
    {
        $found = [];
        $plain = substr($pattern, 1, -1);
        foreach ($this->db()->rows("SELECT c.table_name AS t, c.column_name AS c FROM information_schema.columns c JOIN information_schema.tables b USING (table_schema, table_name)
            WHERE c.table_schema = 'public' AND b.table_type = 'BASE TABLE' AND (c.data_type IN ('text', 'character', 'character varying', 'json', 'jsonb'))") as $column) {
            $of = '"'.$column->str('t').'"."'.$column->str('c').'"';
            if (0 !== $this->int(
                'SELECT count(*) FROM "'.$column->str('t')."\" WHERE CAST($of AS text) ~ :p",
                ['p' => $plain],
            )) {
                $found[] = $column->str('t').'.'.$column->str('c');
            }
        }

        return $found;
    }
}

<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Organisation\BrandFacts;
use Jorvent\Organisation\Brands;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Outside\Mail\MailPost;
use Jorvent\Outside\Mail\OutgoingMail;
use Jorvent\Platform\Identity\Entity\Identity;
use Jorvent\Platform\Identity\Identities;
use Jorvent\Requisitions\Writing;
use Jorvent\Setup\ChangeIdentity;
use Jorvent\Setup\FirstAdmin;
use Jorvent\Setup\LetInFirstAdmin;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

/** The name and the sender of an instance are those of the company that uses it, wherever they stand. */
#[CoversClass(ChangeIdentity::class)]
#[CoversClass(Identities::class)]
#[CoversClass(Identity::class)]
final class IdentityTest extends DatabaseTest
{
    public function testAnAdminChangesThem(): void
    {
        $this->as('Runa Eikeland');
        $page = $this->client->request('GET', '/identity');
        self::assertSame('Skerry Line', $page->filter('[name=company]')->attr('value'));
        $seen = (int) $page->filter('[name=version]')->attr('value');

        $wrong = ['company' => '', 'sender' => 'hiring at north', 'version' => $seen];
        $this->send('/identity', '/identity', $wrong, 422);
        self::assertSelectorTextContains('#identity-company-errors', 'Still needed');
        self::assertSelectorExists('#identity-sender-errors');
        self::assertSame('hiring at north', $this->client->getCrawler()->filter('[name=sender]')->attr('value'));

        $right = ['company' => ' North & Sons ', 'sender' => 'work@north.example', 'version' => $seen];
        $this->send('/identity', '/identity', $right);
        $this->client->request('GET', '/today');
        self::assertSelectorTextContains('.app-footer', 'North & Sons');
        $this->send('/identity', '/identity', ['company' => 'Other'] + $right, 422);
        self::assertSelectorTextContains('.alert, .errors', 'Someone saved it meanwhile');
        self::assertSame('North & Sons', $this->get(Identities::class)->name(), 'who read an older one changes nothing');
        self::assertSame(1, $this->int("SELECT count(*) FROM activity WHERE act = 'identity.changed'"));

        $same = ['company' => 'North & Sons', 'version' => $seen + 1] + $right;
        $this->send('/identity', '/identity', $same);
        self::assertSame(
            1, $this->int("SELECT count(*) FROM activity WHERE act = 'identity.changed'"), 'nothing was changed',
        );
    }

    public function testTheyAreWhatOthersReadOfUs(): void
    {
        $identity = $this->get(Identities::class)->get();
        $this->get(ChangeIdentity::class)('North', 'work@north.example', $identity->version);
        self::assertSame('north.example', $identity->domain());
        self::assertStringContainsString('job descriptions for North.', $this->get(Writing::class)->instruction());

        $brands = $this->get(BrandQuery::class);
        self::assertSame('North', $brands->main()->name, 'the first site is called as the company is');
        $main = $brands->main();
        $keep = function (string $name) use ($brands, $main): void {
            $facts = new BrandFacts('', $name, $main->contact, $main->looks->colours, true, [], []);
            $this->get(Brands::class)->change(Brands::FIRST, $facts, null, $brands->main()->version);
        };
        $keep('North');
        self::assertSame('', $this->db()->row('SELECT name FROM brand WHERE id = 1')?->str('name'));
        $keep('Work at sea');
        self::assertSame('Work at sea', $brands->main()->name, 'until it has a name of its own');
        $this->client->request('GET', '/careers');
        self::assertSelectorTextContains('.c-brand', 'Work at sea');
    }

    public function testMailsAreOfItsDomain(): void
    {
        $this->get(ChangeIdentity::class)('North', 'work@north.example', $this->get(Identities::class)->get()->version);
        $to = 'sender.'.bin2hex(random_bytes(4)).'@post.example';
        $this->get(MailPost::class)->send(new OutgoingMail('identity/'.$to, $to, 'A', 'Subject', 'Text'));
        $box = self::mailbox($to);
        self::assertCount(1, $box);
        self::assertStringEndsWith('@north.example', trim($box[0]['id'], '<>'));
    }

    public function testTheFirstAdminNamesTheInstance(): void
    {
        $this->emptyTheHouse();
        self::assertSame('', $this->get(Identities::class)->name());
        $first = new FirstAdmin('New Line', 'work@newline.example', 'Runa', 'runa@newline.example', 'Europe/Oslo');
        $this->get(LetInFirstAdmin::class)($this->firstLink(), $first, 'long enough for it');
        $identity = $this->get(Identities::class)->get();
        self::assertSame(['New Line', 'work@newline.example'], [$identity->name, $identity->sender]);
        $this->client->request('GET', '/sign-in');
        self::assertSelectorTextContains('main', 'New Line');
        $this->client->request('GET', '/careers');
        self::assertSelectorTextContains('.c-brand', 'New Line');
    }

    public function testANameThatIsTooLongAndAnAddressThatIsNoneAreRefused(): void
    {
        $longest = str_repeat('å', Identity::LONGEST_NAME);
        self::assertSame([], Identity::blockers($longest, 'a@b.example'));
        self::assertCount(1, Identity::blockers($longest.'å', 'a@b.example'));
        $wrongs = [
            '', 'a', '@b.example', 'a@', 'a b@c.example', '"a@b"@c.example', '"a b"@c.example',
            "a@b.example\nBcc: c@d.example",
        ];
        foreach ($wrongs as $wrong) {
            self::assertCount(1, Identity::blockers('North', $wrong), $wrong);
        }
    }
}

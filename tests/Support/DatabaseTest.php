<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Offers\SigningCodes;
use Jorvent\Platform\Clock\AdjustableClock;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\SealedSecrets;
use Jorvent\Platform\Links\Entity\GuestLink;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Setup\LetInFirstAdmin;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;

/** Tests on the demo world in a real PostgreSQL; what a test changes is rolled back after it. */
abstract class DatabaseTest extends WebTestCase
{
    protected KernelBrowser $client;

    protected function setUp(): void
    {
        $this->client = self::createClient();
        $this->client->disableReboot();
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    protected function get(string $class): object
    {
        $service = self::getContainer()->get($class);
        self::assertInstanceOf($class, $service);

        return $service;
    }

    protected function db(): Db
    {
        return $this->get(Db::class);
    }

    protected function clock(): AdjustableClock
    {
        return $this->get(AdjustableClock::class);
    }

    protected function account(string $name): Account
    {
        $account = $this->entities()->getRepository(Account::class)->findOneBy(['name' => $name]);
        self::assertInstanceOf(Account::class, $account);

        return $account;
    }

    protected function as(string $name): Account
    {
        $account = $this->account($name);
        $this->client->loginUser($account, 'staff');

        return $account;
    }

    protected function entities(): \Doctrine\ORM\EntityManagerInterface
    {
        return $this->get(\Doctrine\ORM\EntityManagerInterface::class);
    }

    /** @param array<string, mixed> $parameters */
    protected function int(string $sql, array $parameters = []): int
    {
        return $this->db()->int($sql, $parameters);
    }

    /**
     * Sends a form of a page as a browser would, with the page's own token.
     *
     * @param array<string, mixed> $fields
     */
    protected function send(string $page, string $action, array $fields, int $expected = 303): void
    {
        $crawler = $this->client->request('GET', $page);
        self::assertResponseIsSuccessful();
        $token = $crawler->filter('input[name=_token]')->first()->attr('value');
        $this->client->request('POST', $action, ['_token' => $token, ...$fields]);
        self::assertSame($expected, $this->client->getResponse()->getStatusCode(), implode(' ', $this->client->getCrawler()->filter('.field-error, [role=alert]')->each(static fn ($e): string => $e->text())).' '.mb_substr(strip_tags((string) $this->client->getResponse()->getContent()), 0, 500));
    }

    /** @return list<string> the codes a refused act gives, "field code" */
    protected function refused(callable $act): array
    {
        try {
            $act();
        } catch (Refused $refused) {
            return array_map(static fn (Refusal $r): string => trim($r->field.' '.$r->code), $refused->refusals);
        }
        self::fail('Nothing was refused.');
    }

    /** What only the owner of the database can do, for a test that needs it; over with the test. */
    protected function asOwner(): void
    {
        $this->db()->execute('SET LOCAL ROLE jorvent_owner');
    }

    /** As a new instance stands before anyone came: no accounts, no organisation, nothing that hangs on them. */
    protected function emptyTheHouse(): void
    {
        $this->asOwner();
        foreach (['activity', 'activity_chain', 'tombstone'] as $table) {
            $this->db()->execute("ALTER TABLE $table DISABLE TRIGGER USER");
        }
        $this->db()->execute('TRUNCATE identity, account, org_unit, org_structure, site, role_profile, job_family, exchange_rate CASCADE');
        $this->db()->execute('SET LOCAL ROLE jorvent_app');
        $this->entities()->clear();
    }

    /** Puts off what waits already, for a test that counts single deliveries: processes of other tests may have left something. */
    protected function putOffWhatWaits(): void
    {
        $this->db()->execute("UPDATE delivery SET available_at = :later WHERE state = 'waiting'", ['later' => $this->clock()->now()->modify('+10 years')]);
    }

    /** The code that was mailed for signing an offer, read from the sealed mail that waits. */
    protected function signingCode(int $offer): string
    {
        $this->db()->execute('UPDATE signing_code SET sent_at = NULL WHERE offer_id = :o', ['o' => $offer]);
        $this->get(SigningCodes::class)->send($offer);
        $sealed = $this->db()->row('SELECT sealed FROM delivery WHERE key LIKE :k ORDER BY id DESC LIMIT 1', ['k' => 'sign-code-'.$offer.'-%'])?->str('sealed');

        return ($this->get(SealedSecrets::class)->open($sealed)['code'] ?? self::fail('no code was mailed'))->address();
    }

    protected function deliverAll(int $most = 50): int
    {
        return (new MessageWorker(self::getContainer()))->work($most, $this->clock()->now());
    }

    /** How a stand-in behaves from now on. */
    protected static function standIn(string $name, string $mode): void
    {
        $context = stream_context_create(['http' => ['method' => 'POST', 'header' => 'Content-Type: application/x-www-form-urlencoded', 'content' => 'mode='.$mode, 'follow_location' => 0]]);
        self::assertNotFalse(file_get_contents(getenv('JORVENT_STANDIN_URL').'/'.$name.'/mode', false, $context));
    }

    /** @return list<array{id: string, to: string, subject: string, text: string, parts: list<array{name: string, type: string, content: string}>}> what lies in a mailbox, newest first */
    protected static function mailbox(string $address): array
    {
        /** @var list<array{id: string, to: string, subject: string, text: string, parts: list<array{name: string, type: string, content: string}>}> */
        return json_decode((string) file_get_contents(getenv('JORVENT_STANDIN_URL').'/mail/list.json?to='.rawurlencode($address)), true, 16, \JSON_THROW_ON_ERROR);
    }

    /** The link that lets in the first admin of an empty house. */
    protected function firstLink(): GuestLink
    {
        $address = (string) $this->get(LetInFirstAdmin::class)->link();
        $link = $this->get(GuestLinks::class)->open(LinkPurpose::FirstAdmin, substr($address, (int) strrpos($address, '/') + 1));
        self::assertNotNull($link);

        return $link;
    }
}

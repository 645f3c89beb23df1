<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\SignIn\Passwords;
use Jorvent\Accounts\SignIn\SecondStep;
use Jorvent\Accounts\SignIn\Sessions;
use Jorvent\Accounts\SignIn\SignInLimiter;
use Jorvent\Core\SignIn\Totp;
use Jorvent\Platform\Security\Limit;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Symfony\Component\Security\Core\Authentication\Token\UsernamePasswordToken;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

#[CoversClass(Sessions::class)]
#[CoversClass(SecondStep::class)]
#[CoversClass(Passwords::class)]
#[CoversClass(SignInLimiter::class)]
#[CoversClass(Limit::class)]
final class SignInTest extends DatabaseTest
{
    public function testASessionEndsWhenUnusedAndAfterALongDayAndIsNeverKeptForSomeoneNotSignedIn(): void
    {
        $sessions = $this->sessions(null);
        $sessions->open('', 'jorvent');
        $sessions->write('nobody-key', 'a|s:1:"b";');
        self::assertSame(0, $this->int('SELECT count(*) FROM session'), 'who is not signed in has none');

        $account = $this->account('Solveig Aune');
        $sessions = $this->sessions($account);
        $sessions->open('', 'jorvent');
        $data = 'a|s:3:"'."\0\xFF'".'";'.str_repeat('long', 500);
        $sessions->write('key-one', $data);
        self::assertSame($data, $sessions->read('key-one'));
        self::assertSame(0, $this->int("SELECT count(*) FROM session WHERE encode(key_sha256, 'escape') LIKE '%key-one%'"));
        for ($used = Sessions::IDLE_MINUTES - 1; $used < Sessions::LONGEST_MINUTES; $used += Sessions::IDLE_MINUTES - 1) {
            $this->later(Sessions::IDLE_MINUTES - 1);
            self::assertSame($data, $sessions->read('key-one'), 'used in time it goes on');
            $sessions->updateTimestamp('key-one', $data);
        }
        $this->later(Sessions::IDLE_MINUTES - 1);
        self::assertSame('', $sessions->read('key-one'), 'and ends after a long day, used or not');
        $sessions->write('key-two', $data);
        $this->later(Sessions::IDLE_MINUTES + 1);
        self::assertSame('', $sessions->read('key-two'), 'not used for hours');
        $sessions->run();
        self::assertSame(0, $this->int('SELECT count(*) FROM session'), 'and thrown away');
    }

    public function testANewPasswordEndsAllOtherSessions(): void
    {
        $account = $this->account('Solveig Aune');
        $sessions = $this->sessions($account);
        $sessions->open('', 'jorvent');
        foreach (['here', 'there'] as $key) {
            $sessions->write($key, 'x|i:1;');
        }
        self::assertCount(2, $sessions->of($account->id, 'here'));
        $passwords = $this->get(Passwords::class);
        self::assertSame(['password password_wrong'], $this->refused(static fn () => $passwords->change($account, 'guessed', 'gulls over the quay', 'here')));
        self::assertSame(['new_password password_too_short'], $this->refused(static fn () => $passwords->change($account, 'skerry', 'elevenchars', 'here')));
        self::assertSame(['new_password password_common'], $this->refused(static fn () => $passwords->change($account, 'skerry', 'q1w2e3r4t5y6', 'here')));
        $passwords->change($account, 'skerry', 'gulls over the quay', 'here');
        self::assertSame('x|i:1;', $sessions->read('here'));
        self::assertSame('', $sessions->read('there'));
        self::assertSame(1, $this->int("SELECT count(*) FROM activity WHERE act = 'account.password_changed' AND actor_id = ".$account->id));
        // what an older session kept of the account is not the account any more
        $kept = unserialize(serialize($account));
        self::assertInstanceOf(Account::class, $kept);
        self::assertTrue($kept->isEqualTo($account));
        self::assertStringNotContainsString((string) $account->getPassword(), serialize($account), 'no hash of a password in a session');
        $passwords->change($account, 'gulls over the quay', 'terns over the quay', 'here');
        self::assertFalse($kept->isEqualTo($account));
    }

    public function testTriesAreCountedForAnAccountAndForAnAddressAndTheAddressKeepsItsCount(): void
    {
        $limiter = $this->get(SignInLimiter::class);
        $try = static fn (string $name, string $address): bool => $limiter->consume(self::attempt($name, $address))->isAccepted();
        for ($i = 0; $i < 6; ++$i) {
            self::assertTrue($try('one@skerryline.example', '192.0.2.1'));
        }
        self::assertFalse($try('ONE@skerryline.example ', '192.0.2.1'), 'however the name is written');
        self::assertTrue($try('two@skerryline.example', '192.0.2.1'), 'another account is let try');
        $let = 0;
        for ($i = 0; $i < 60; ++$i) {
            $let += $try('one@skerryline.example', '198.51.100.'.$i) ? 1 : 0;
        }
        self::assertLessThan(40, $let, 'many addresses together do not get far');
        $let = 0;
        for ($i = 0; $i < 80; ++$i) {
            $let += $try('name'.$i.'@skerryline.example', '203.0.113.9') ? 1 : 0;
        }
        self::assertSame(60, $let, 'nor one address with many names');
        $limiter->reset(self::attempt('mine@skerryline.example', '203.0.113.9'));
        self::assertFalse($try('mine@skerryline.example', '203.0.113.9'), 'and having an account gives no tries for others');
        $this->later(10);
        self::assertTrue($try('mine@skerryline.example', '203.0.113.9'));
    }

    /** Seconds that this process has computed, whatever else the machine does. */
    private static function work(): float
    {
        /** @var array<string, int> $used */
        $used = getrusage();

        return $used['ru_utime.tv_sec'] + $used['ru_utime.tv_usec'] / 1_000_000;
    }

    public function testAnUnknownNameTakesAsLongAsAKnownOne(): void
    {
        $times = ['known' => [], 'unknown' => []];
        for ($i = 0; $i < 9; ++$i) {
            foreach (['known' => 'solveig.aune@skerryline.example', 'unknown' => 'nobody'.$i.'@skerryline.example'] as $kind => $name) {
                $this->client->getCookieJar()->clear();
                $this->db()->execute('DELETE FROM counted_try');
                $from = self::work();
                $this->client->request('POST', '/sign-in', ['email' => $name, 'password' => 'wrong', '_csrf_token' => 'csrf-token'], [], ['HTTP_ORIGIN' => 'http://localhost']);
                $times[$kind][] = self::work() - $from;
                self::assertResponseStatusCodeSame(422);
                self::assertSelectorTextContains('.field-error', 'do not belong together');
            }
        }
        // the same work is done: counted, since the time of a single try says little on a busy machine
        sort($times['known']);
        sort($times['unknown']);
        self::assertEqualsWithDelta(1.0, $times['known'][4] / $times['unknown'][4], 0.5);
        self::assertSame(18, $this->int("SELECT count(*) FROM activity WHERE act = 'sign_in.failed'"));
        self::assertSame(0, $this->int("SELECT count(*) FROM activity a JOIN personal_value v ON v.id = a.personal_id WHERE a.act = 'sign_in.failed' AND v.content::text LIKE '%nobody%'"));
    }

    public function testASecondFactorIsSetUpAskedTakesEachCodeOnceAndIsResetByTwoAdmins(): void
    {
        $before = $_ENV['JORVENT_SECOND_FACTOR'];
        $_SERVER['JORVENT_SECOND_FACTOR'] = $_ENV['JORVENT_SECOND_FACTOR'] = '1';
        self::ensureKernelShutdown();
        $this->client = self::createClient();
        try {
            $this->db()->execute('DELETE FROM second_factor');
            $admin = $this->as('Runa Eikeland');
            $this->client->request('GET', '/today');
            self::assertResponseRedirects('/sign-in/code');
            $this->client->request('GET', '/people', [], [], ['HTTP_HX_REQUEST' => 'true']);
            self::assertContains($this->client->getResponse()->getStatusCode(), [401, 404]);
            $crawler = $this->client->request('GET', '/sign-in/code');
            $secret = str_replace(' ', '', $crawler->filter('.factor-key')->text());
            $this->client->submitForm('Use this app', ['code' => '000000']);
            self::assertResponseStatusCodeSame(422);
            $step = intdiv($this->clock()->now()->getTimestamp(), 30);
            $this->client->submitForm('Use this app', ['code' => Totp::at($secret, $step)]);
            self::assertResponseIsSuccessful();
            $codes = $this->client->getCrawler()->filter('.recovery-codes code')->each(static fn ($code): string => $code->text());
            self::assertCount(10, $codes);
            $this->client->request('GET', '/today');
            self::assertResponseIsSuccessful();
            self::assertSame(0, $this->int("SELECT count(*) FROM second_factor WHERE secret LIKE '%$secret%' OR recovery::text LIKE '%{$codes[0]}%'"), 'nothing of it in clear');

            $factor = $this->get(SecondStep::class);
            self::assertSame(['code factor_wrong'], $this->refused(static fn () => $factor->check($admin, Totp::at($secret, $step))), 'a code works once');
            $factor->check($admin, Totp::at($secret, $step + 1));
            $factor->check($admin, strtoupper($codes[3]));
            self::assertSame(['code factor_wrong'], $this->refused(static fn () => $factor->check($admin, $codes[3])), 'and so does a recovery code');
            self::assertSame(9, $factor->left($admin->id));
            $last = [];
            for ($i = 0; $i < 6; ++$i) {
                $last = $this->refused(static fn () => $factor->check($admin, '000000'));
            }
            self::assertSame(['code too_many_tries'], $last);

            $one = $this->account('Solveig Aune');
            $two = $this->account('Hanne Solvik');
            self::assertFalse($factor->askReset($admin->id, $one));
            self::assertSame([' another_admin'], array_map(static fn (string $r): string => ' '.trim($r), $this->refused(static fn () => $factor->askReset($admin->id, $one))));
            self::assertTrue($factor->isSetUp($admin->id));
            self::assertTrue($factor->askReset($admin->id, $two));
            self::assertFalse($factor->isSetUp($admin->id));
        } finally {
            $_SERVER['JORVENT_SECOND_FACTOR'] = $_ENV['JORVENT_SECOND_FACTOR'] = $before;
        }
    }

    public function testReadersWithoutAnAccountGetNoCookie(): void
    {
        foreach (['/careers', '/sign-in', '/forgotten', '/today', '/health'] as $page) {
            $this->client->getCookieJar()->clear();
            $this->client->request('GET', $page);
            self::assertSame([], $this->client->getResponse()->headers->getCookies(), $page);
        }
        $this->client->request('GET', '/requisitions?show=all');
        self::assertResponseRedirects('/sign-in?to=/requisitions?show%3Dall');
    }

    public function testPagesOfStaffAreNotStoredAndOnlyTheyTellTheirTimes(): void
    {
        $this->client->request('GET', '/careers');
        $headers = $this->client->getResponse()->headers;
        self::assertFalse($headers->has('Server-Timing'));
        self::assertFalse($headers->has('Strict-Transport-Security'), 'not over plain HTTP');
        $this->client->request('GET', 'https://localhost/careers');
        self::assertStringContainsString('max-age=63072000', (string) $this->client->getResponse()->headers->get('Strict-Transport-Security'));
        $this->as('Solveig Aune');
        $this->client->request('GET', '/today');
        $headers = $this->client->getResponse()->headers;
        self::assertTrue($headers->hasCacheControlDirective('no-store'));
        self::assertTrue($headers->has('Server-Timing'));
        foreach (['localhost.example', 'xlocalhost', 'skerryline.example', '127.0.0.1.example'] as $host) {
            $this->client->request('GET', 'http://'.$host.'/careers');
            self::assertResponseStatusCodeSame(400, $host);
        }
    }

    private static function attempt(string $name, string $address): Request
    {
        $request = Request::create('/sign-in', 'POST', server: ['REMOTE_ADDR' => $address]);
        $request->attributes->set(SecurityRequestAttributes::LAST_USERNAME, $name);

        return $request;
    }

    private function sessions(?Account $account): Sessions
    {
        $tokens = $this->get(TokenStorageInterface::class);
        $tokens->setToken(null === $account ? null : new UsernamePasswordToken($account, 'staff', $account->getRoles()));

        return new Sessions($this->db(), $this->clock(), $this->get(RequestStack::class), $tokens);
    }

    private function later(int $minutes): void
    {
        $this->clock()->moveTo($this->clock()->now()->modify('+'.$minutes.' minutes'));
    }
}

<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use Symfony\Component\BrowserKit\HttpBrowser;
use Symfony\Component\DomCrawler\Field\ChoiceFormField;
use Symfony\Component\DomCrawler\Field\InputFormField;
use Symfony\Component\DomCrawler\Form;
use Symfony\Component\HttpClient\HttpClient;
use Symfony\Contracts\HttpClient\ResponseInterface;

/** The same act sent many times at the same moment is done once, and everyone is told what became of it. */
#[CoversNothing]
final class ParallelTest extends BrowserTest
{
    private const TIMES = 8;

    public function testAnApplicationSentByManyClicksArrivesOnce(): void
    {
        $email = 'impatient.'.bin2hex(random_bytes(4)).'@post.example';
        $page = self::reader();
        $crawler = $page->request('GET', self::url('/careers/2209/apply?lang=en'));
        $token = $crawler->filter('form.c-form [name=_token]')->attr('value');
        $page->request('POST', self::url('/careers/2209/apply?lang=en'), ['file' => 'no', '_token' => $token]);
        $form = $page->getCrawler()->filter('form.c-form')->form();
        foreach (['name' => 'Impatient Jansen', 'email' => $email, 'phone' => '+47 55 55 01 02', 'city' => 'Bergen'] as $name => $value) {
            $form->setValues([$name => $value]);
        }
        self::answerAll($form);
        $page->submit($form);
        self::assertStringEndsWith('/check', (string) parse_url($page->getHistory()->current()->getUri(), \PHP_URL_PATH));
        $check = $page->getCrawler()->filter('form')->reduce(static fn ($f): bool => 0 < $f->filter('[name=consent]')->count())->form();
        $consent = $check['consent'];
        self::assertInstanceOf(ChoiceFormField::class, $consent);
        $consent->tick();

        $answers = self::atOnce($check->getUri(), array_fill(0, self::TIMES, $check->getPhpValues()));
        $sent = preg_replace('#/check$#', '/sent', (string) parse_url($check->getUri(), \PHP_URL_PATH));
        foreach ($answers as [$status, $to]) {
            self::assertSame([303, $sent], [$status, preg_replace('/\?.*/', '', $to)]);
        }
        self::assertCount(1, array_filter($answers, static fn (array $a): bool => str_contains($a[1], 'to=')), 'one of them sent it');
        $page->request('GET', self::url((string) $sent));
        self::assertStringContainsString('Your application is with', $page->getCrawler()->filter('h1')->text());
        self::assertStringContainsString('application', self::mail($email, 'Payroll Officer'));
        self::assertCount(1, self::mails($email));
    }

    public function testALinkThatWorksOnceWorksOnceForManyAtTheSameMoment(): void
    {
        $email = 'piotr.zaremba@skerryline.example';
        $page = self::reader();
        $crawler = $page->request('GET', self::url('/forgotten'));
        $page->submit($crawler->filter('form')->form(), ['email' => $email]);
        $link = self::url(self::link(self::mail($email, 'Choose a new password'), '/password/'));
        $form = $page->request('GET', $link)->filter('form')->form();
        $values = array_map(static fn (int $i): array => ['new_password' => 'ropes and tides '.$i] + $form->getPhpValues(), range(1, self::TIMES));
        $answers = self::atOnce($link, $values);
        $statuses = array_count_values(array_map(static fn (array $a): int => $a[0], $answers));
        self::assertSame(1, $statuses[303] ?? 0);
        self::assertSame(self::TIMES - 1, ($statuses[410] ?? 0) + ($statuses[422] ?? 0), 'the others are told that it opens nothing any more');
    }

    private static function reader(): HttpBrowser
    {
        return new HttpBrowser(HttpClient::create(['headers' => ['Origin' => self::url('')]]));
    }

    private static function url(string $path): string
    {
        return getenv('JORVENT_BROWSER_URL').$path;
    }

    private static function first(ChoiceFormField $field): string
    {
        $offered = array_filter($field->availableOptionValues(), static fn (mixed $v): bool => \is_string($v) && '' !== $v);

        return (string) array_values($offered)[0];
    }

    /** The first of what is offered, three of what is counted, a word where one is written. */
    private static function answerAll(Form $form): void
    {
        foreach ($form->all() as $field) {
            if (!str_starts_with($field->getName(), 'answer')) {
                continue;
            }
            match (true) {
                $field instanceof ChoiceFormField && 'checkbox' === $field->getType() => $field->tick(),
                $field instanceof ChoiceFormField => $field->select(self::first($field)),
                $field instanceof InputFormField => $field->setValue('3'),
                default => $field->setValue('Some words'),
            };
        }
    }

    /**
     * @param list<array<array-key, mixed>> $forms
     *
     * @return list<array{int, string}> status and where it leads
     */
    private static function atOnce(string $url, array $forms): array
    {
        $client = HttpClient::create(['max_redirects' => 0, 'headers' => ['Origin' => self::url('')]], \count($forms));
        $responses = array_map(static fn (array $form): ResponseInterface => $client->request('POST', $url, ['body' => $form]), $forms);

        return array_map(static fn (ResponseInterface $r): array => [$r->getStatusCode(), $r->getHeaders(false)['location'][0] ?? ''], $responses);
    }

    /** @return list<mixed> all that came to an address */
    private static function mails(string $to): array
    {
        $mails = json_decode((string) file_get_contents(getenv('JORVENT_STANDIN_URL').'/mail/list.json?to='.rawurlencode($to)), true);

        return \is_array($mails) ? array_values($mails) : [];
    }
}

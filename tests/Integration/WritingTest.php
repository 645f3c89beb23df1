<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Outside\TextServices\ChatCompletions;
use Jorvent\Outside\TextServices\TextService;
use Jorvent\Outside\TextServices\TextServiceSettings;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Platform\Text\Blocks;
use Jorvent\Requisitions\CurrentPay;
use Jorvent\Requisitions\TextServices;
use Jorvent\Requisitions\Writing;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

#[CoversClass(Writing::class)]
#[CoversClass(TextServices::class)]
#[CoversClass(CurrentPay::class)]
#[CoversClass(ChatCompletions::class)]
#[CoversClass(Blocks::class)]
final class WritingTest extends DatabaseTest
{
    protected function tearDown(): void
    {
        self::standIn('text', 'normal');
        parent::tearDown();
    }

    public function testADraftIsTakenBlockByBlock(): void
    {
        $this->as('Callum Gauthier');
        $this->db()->execute("UPDATE requisition SET description = '<h2>What you will do</h2><p>Our young team.</p>' WHERE number = 2211");
        $this->client->request('GET', '/r/2211/writing/findings');
        self::assertSelectorTextContains('.finds', 'young');
        $this->send('/r/2211/writing', '/r/2211/writing', ['by' => 'drafter', 'words' => 'booking for six ferries'], 200);
        self::assertSelectorTextContains('.block ins', 'Booking for six ferries');
        $crawler = $this->client->getCrawler();
        $form = $crawler->filter('.block form')->eq(1);
        $this->send('/r/2211/writing', '/r/2211/writing/take', ['heading' => $form->filter('[name=heading]')->attr('value'), 'html' => $form->filter('[name=html]')->attr('value'), 'by' => 'drafter', 'words' => 'booking for six ferries'], 200);
        $description = (string) $this->db()->row('SELECT description FROM requisition WHERE number = 2211')?->str('description');
        self::assertStringStartsWith('<h2>What you will do</h2><p>Our young team.</p><h2>What you bring</h2>', $description, 'the other blocks stay as they are');
        self::assertSelectorExists('.block', 'and the draft is still there');
        $this->send('/r/2211/writing', '/r/2211/writing/take', ['heading' => 'what you WILL do', 'html' => '<p>Anew.<script>x</script></p>'], 200);
        self::assertStringStartsWith('<h2>What you will do</h2><p>Anew.</p><h2>What you bring</h2>', (string) $this->db()->row('SELECT description FROM requisition WHERE number = 2211')?->str('description'));
    }

    public function testTheServiceIsAskedAndWhatItDoesWrongIsSaid(): void
    {
        $texts = $this->get(TextService::class);
        $base = getenv('JORVENT_STANDIN_URL').'/text/v1';
        $ask = static fn (string $key): string => implode('', iterator_to_array($texts->write(new TextServiceSettings($base, 'quill-2', $key), 'Be brief.', "Title: Marine Electrician\n"), false));
        $answer = $ask('demo-key');
        self::assertStringStartsWith("What you will do\nYou take over Marine Electrician", $answer);
        self::assertGreaterThan(5, iterator_count($texts->write(new TextServiceSettings($base, 'quill-2', 'demo-key'), '', '')), 'it comes in pieces');
        self::assertSame(RefusedByThem::class.' said no (401)', self::failing(static fn () => $ask('wrong')));
        self::standIn('text', 'down');
        self::assertSame(NotNow::class.' did not answer (503)', self::failing(static fn () => $ask('demo-key')));
        self::standIn('text', 'wrong');
        self::assertSame(NotNow::class.' answered something that is not a stream of text', self::failing(static fn () => $ask('demo-key')));
        self::assertSame(NotNow::class.' did not answer', self::failing(static function () use ($texts): void {
            foreach ($texts->write(new TextServiceSettings('http://127.0.0.1:1/v1', 'm', null), '', '') as $piece) {
                self::assertNotSame('', $piece);
            }
        }));
        self::standIn('text', 'slow');
        self::assertSame($answer, $ask('demo-key'), 'slow is only slow');
    }

    private static function failing(callable $ask): string
    {
        try {
            $ask();
        } catch (NotNow|RefusedByThem $e) {
            return $e::class.' '.$e->getMessage();
        }

        return 'it answered';
    }

    public function testTheKeyIsSealedAndNeverShownAgain(): void
    {
        $this->as('Runa Eikeland');
        $store = $this->get(TextServices::class);
        $this->send('/text-service', '/text-service', ['address' => getenv('JORVENT_STANDIN_URL').'/text/v1', 'model' => 'quill-2', 'key' => 'demo-secret-key']);
        self::assertStringNotContainsString('demo-secret-key', (string) json_encode($this->db()->row('SELECT * FROM text_service')?->columns()));
        self::assertSame('demo-secret-key', $store->settings()?->key);
        $this->client->request('GET', '/text-service');
        self::assertStringNotContainsString('demo-secret-key', (string) $this->client->getResponse()->getContent());
        self::assertSame(0, $this->int("SELECT count(*) FROM activity WHERE change::text LIKE '%demo-secret%'"));
        $this->send('/text-service', '/text-service', ['address' => getenv('JORVENT_STANDIN_URL').'/text/v1', 'model' => 'quill-3', 'key' => '']);
        self::assertSame(['quill-3', 'demo-secret-key'], [$store->settings()->model, $store->settings()->key], 'an empty field keeps the key');
        $this->send('/text-service', '/text-service/test', []);
        $store->test();
        self::standIn('text', 'down');
        self::assertSame(['address text_service_silent'], $this->refused(static fn () => $store->test()));
        self::standIn('text', 'normal');
        self::assertSame(['address address_unreadable'], $this->refused(static fn () => $store->save('file:///etc/passwd', 'm', '')));
        $this->as('Callum Gauthier');
        $crawler = $this->client->request('GET', '/r/2211/writing');
        self::assertStringContainsString('Title: Booking Developer', $crawler->filter('[name=prompt]')->text());
        ob_start();
        $this->client->request('POST', '/r/2211/writing/stream', ['_token' => $crawler->filter('input[name=_token]')->first()->attr('value'), 'prompt' => 'Title: X']);
        $this->client->getResponse()->sendContent();
        $stream = (string) ob_get_clean();
        $stream = '' === $stream ? $this->client->getInternalResponse()->getContent() : $stream;
        self::assertStringContainsString('event: piece', $stream);
        self::assertStringEndsWith("event: done\ndata: \"\"\n\n", $stream);
    }

    public function testCountriesAreAnAdminsTable(): void
    {
        $this->as('Runa Eikeland');
        $pay = $this->get(CurrentPay::class);
        $this->send('/text-service', '/text-service/countries', ['countries' => 'ca, NO']);
        self::assertSame(['CA', 'NO'], $pay->notAsked());
        self::assertSame(['countries not_offered'], $this->refused(static fn () => $pay->setNotAsked(['Norway'])));
        self::assertSame(['CA', 'NO'], $pay->notAsked());
    }
}

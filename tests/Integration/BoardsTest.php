<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Adverts\Boards;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Boards as an admin sets them. */
#[CoversNothing]
final class BoardsTest extends DatabaseTest
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->as('Runa Eikeland');
    }

    public function testABoardIsChangedAndItsKeyIsNeverShown(): void
    {
        $boards = $this->get(Boards::class);
        self::assertSame('Quayside Jobs', $boards->test('quayside'));
        $values = $this->values('/boards?board=quayside', 'Save the board');
        self::assertStringNotContainsString('quayside-demo-key', (string) $this->client->getResponse()->getContent());
        self::assertIsArray($values['field']);
        self::assertSame('headline', $values['field']['title']);
        $this->send('/boards?board=quayside', '/boards/quayside', [...$values, 'address' => 'file:///etc/passwd'], 422);
        self::assertSelectorTextContains('.stack', 'not an address');
        self::assertSelectorExists('[name=address][value="file:///etc/passwd"]', 'what was typed is still there');
        $this->send('/boards?board=quayside', '/boards/quayside', [...$values, 'max_title' => '44', 'secret' => '']);
        self::assertResponseRedirects('/boards?board=quayside');
        $saved = $boards->one('quayside');
        self::assertSame([44, 'quayside-demo-key'], [$saved->rules->maxTitle, $saved->secret]);
        $this->send('/boards?board=quayside', '/boards/quayside', [...$values, 'max_title' => '50'], 422);
        self::assertSelectorTextContains('.errors', 'Someone saved it meanwhile');
        self::assertSame(44, $boards->one('quayside')->rules->maxTitle);
    }

    public function testAnAdminWhoEditsIsNotDisturbedByHowABoardAnswers(): void
    {
        $values = $this->values('/boards?board=harbour', 'Save the board');
        $this->get(Boards::class)->missed('harbour', 'timed out');
        $this->send('/boards?board=harbour', '/boards/harbour', [...$values, 'name' => 'Harbour Boards']);
        self::assertResponseRedirects('/boards?board=harbour');
        self::assertSame(0, $this->int("SELECT misses FROM board_health WHERE board = 'harbour'"), 'settings anew');
    }

    public function testANewBoardByItsSettingsAlone(): void
    {
        $values = $this->values('/boards', 'Add the board');
        $port = parse_url((string) getenv('JORVENT_BROWSER_URL'), \PHP_URL_PORT);
        $new = [
            ...$values, 'key' => 'inside', 'name' => 'Inside Work', 'shape' => 'json',
            'address' => 'http://127.0.0.1:'.$port.'/health', 'secret' => 's', 'field' => ['reference' => 'ref'],
        ];
        $this->send('/boards', '/boards', $new);
        self::assertResponseRedirects('/boards?board=inside');
        $test = fn () => $this->get(Boards::class)->test('inside');
        self::assertSame(['board_does_not_answer'], $this->refused($test), 'an address inside is not reached');
        foreach ([
            ['key' => 'In side', 'name' => 'Other'], ['key' => 'inside', 'name' => 'Other'],
            ['key' => 'other', 'name' => 'INSIDE WORK'], ['key' => 'other', 'name' => 'Other', 'shape' => 'carrier pigeon'],
            ['key' => 'other', 'name' => 'Other', 'field' => ['reference' => '']],
            ['key' => 'other', 'name' => 'Other', 'price_kind' => 'posting', 'price_amount' => 'much'],
            ['key' => 'other', 'name' => 'Other', 'reach' => 'many'],
        ] as $wrong) {
            $this->send('/boards', '/boards', [...$new, ...$wrong], 422);
            self::assertSelectorExists('.field-error', json_encode($wrong, \JSON_THROW_ON_ERROR));
        }
    }

    public function testOfOurOwnSiteOnlyRulesAndReachAreSet(): void
    {
        $values = $this->values('/boards?board=careers', 'Save the board');
        self::assertArrayNotHasKey('shape', $values);
        $this->send('/boards?board=careers', '/boards/careers', [...$values, 'min_words' => '30']);
        self::assertResponseRedirects('/boards?board=careers');
        $own = $this->get(Boards::class)->one('careers');
        self::assertSame(['own', '', true, 30], [$own->shape, $own->address, $own->enabled, $own->rules->minWords]);
    }

    /** @return array<string, mixed> what the form of a page begins with */
    private function values(string $page, string $button): array
    {
        $crawler = $this->client->request('GET', $page);
        self::assertResponseIsSuccessful();

        /** @var array<string, mixed> */
        return $crawler->selectButton($button)->form()->getPhpValues();
    }
}

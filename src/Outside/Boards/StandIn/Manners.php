<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards\StandIn;

/** How each simulated board behaves: its wire, its names, what it asks, and what it does not do well. */
final readonly class Manners
{
    /**
     * @param 'json'|'form'|'xml'|'feed' $wire
     * @param array<string, string>      $names    what the stand-in needs to know of an advert, under its own names: title, body, category, apply, reference, town, until
     * @param list<string>               $required its own names of what has to be there
     * @param list<string>               $accepted its own categories
     * @param float                      $seconds  how long it takes over an answer
     * @param string|null                $later    takes everything, looks at it and says yes or no to an address of ours; adverts with this word are turned down
     */
    private function __construct(public string $name, public string $wire, public string $key, public array $names, public array $required, public array $accepted, public float $seconds = 0.0, public ?string $later = null)
    {
    }

    /** @return array<string, self> by the first part of their address */
    public static function all(): array
    {
        return [
            'quayside' => new self('Quayside Jobs', 'json', 'quayside-demo-key', ['title' => 'headline', 'body' => 'body', 'category' => 'category', 'apply' => 'apply', 'reference' => 'reference', 'town' => 'town', 'until' => 'until'], ['headline', 'body', 'category', 'apply'], ['Deck', 'Engine room', 'Shipyard', 'Ashore', 'On board service']),
            'harbour' => new self('Harbour Board', 'form', 'harbour-demo-key', ['title' => 'vacancy', 'body' => 'text', 'category' => 'trade', 'apply' => 'link', 'reference' => 'yourref', 'town' => 'place', 'until' => 'lastday'], ['vacancy', 'text', 'link', 'postcode'], ['101', '102', '103', '104', '105'], 1.5),
            'yard' => new self('Yard Register', 'xml', 'yard-demo-key', ['title' => 'post', 'body' => 'words', 'category' => 'craft', 'apply' => 'address', 'reference' => 'mark', 'town' => 'town', 'until' => 'closing'], ['post', 'words', 'craft', 'town'], ['SHIP', 'ELEC', 'YARD', 'OFFICE']),
            'leeshore' => new self('Lee Shore Work', 'json', 'leeshore-demo-key', ['title' => 'role', 'body' => 'description_html', 'category' => 'field', 'apply' => 'apply_url', 'reference' => 'external_id', 'town' => 'city', 'until' => 'expires'], ['role', 'description_html', 'apply_url', 'pay_min'], ['sea', 'technical', 'land', 'guests']),
            'openberth' => new self('Open Berth', 'json', 'openberth-demo-key', ['title' => 'title', 'body' => 'text', 'category' => 'group', 'apply' => 'apply', 'reference' => 'ref', 'town' => 'location', 'until' => 'to'], ['title', 'text', 'apply'], ['A', 'B', 'C', 'D', 'E'], 0.0, 'competitive'),
            'slipway' => new self('Slipway Notices', 'feed', 'slipway-demo-key', ['title' => 'title', 'body' => 'description', 'category' => 'category', 'apply' => 'link', 'reference' => 'reference', 'town' => 'city', 'until' => 'until'], ['title', 'link'], []),
        ];
    }
}

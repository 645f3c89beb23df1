<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\Shown;

/** One posting as it goes to a board: the advert, our reference for it, where to apply and how long it stands. */
final readonly class Outgoing
{
    public function __construct(public string $reference, public Advert $advert, public string $applyUrl, public ?\DateTimeImmutable $until, public string $answerUrl = '')
    {
    }

    /** @return array<string, string|int> what the board is told, under its own names and in its own words */
    public function fields(Board $board): array
    {
        $advert = $this->advert;
        $told = [];
        foreach ([
            'title' => $advert->title, 'body' => Shown::body($advert, $board->rules->markUp), 'city' => $advert->city, 'region' => $advert->region, 'postcode' => $advert->postcode, 'country' => $advert->country,
            'category' => $board->rules->categories[$advert->category ?? ''] ?? '', 'pay_from' => $advert->payFrom, 'pay_to' => $advert->payTo, 'currency' => $advert->payShown() ? $advert->currency : '', 'remote' => $board->rules->remote[$advert->remote] ?? '',
            'language' => $advert->locale, 'apply' => $this->applyUrl, 'until' => $this->until?->format('Y-m-d') ?? '', 'reference' => $this->reference,
        ] as $ours => $value) {
            if (isset($board->fields[$ours]) && null !== $value && '' !== $value) {
                $told[$board->fields[$ours]] = $value;
            }
        }

        return $told;
    }
}

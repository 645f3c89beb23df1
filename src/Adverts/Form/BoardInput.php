<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Form;

use Jorvent\Adverts\BoardTerms;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\MarkUp;
use Jorvent\Core\Adverts\Price;
use Jorvent\Core\Adverts\PriceKind;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\Board;

/** A board as an admin types it. */
final class BoardInput
{
    public ?string $key = null;
    public ?string $version = '0';
    public ?string $name = null;
    public ?string $shape = null;
    public ?string $address = null;
    public ?string $secret = null;
    public bool $enabled = true;
    public ?int $reach = null;

    public ?PriceKind $priceKind = PriceKind::Free;
    public ?string $priceAmount = null;
    public ?string $priceCurrency = 'EUR';
    public ?int $priceDays = null;
    public ?int $priceQuota = null;

    public ?int $minWords = null;
    public ?int $maxWords = null;
    public ?int $maxTitle = null;
    public ?int $openedWithinDays = null;
    public ?int $maxDays = null;
    public ?string $forbiddenInTitle = null;
    public ?MarkUp $markUp = MarkUp::Full;
    public ?string $pay = null;
    /** @var list<string> */
    public array $place = [];
    /** @var list<string> */
    public array $language = [];
    /** @var array<string, string|null> ours => theirs */
    public array $field = [];
    /** @var array<string, string|null> ours => theirs */
    public array $category = [];
    /** @var array<string, string|null> ours => theirs */
    public array $remote = [];

    public static function of(Board $board, int $version): self
    {
        $input = new self();
        [$input->key, $input->version, $input->name] = [$board->key, (string) $version, $board->name];
        [$input->shape, $input->address] = [$board->shape, $board->address];
        [$input->enabled, $input->reach, $input->field] = [$board->enabled, $board->reach, $board->fields];
        $input->price($board->price);
        $input->rules($board->rules);

        return $input;
    }

    /** @throws Refused at priceAmount */
    public function terms(): BoardTerms
    {
        return new BoardTerms(
            name: $this->name ?? '',
            shape: $this->shape ?? '',
            address: $this->address ?? '',
            enabled: $this->enabled,
            reach: $this->reach,
            fields: self::filled($this->field),
            rules: new BoardRules(
                minWords: $this->minWords,
                maxWords: $this->maxWords,
                maxTitle: $this->maxTitle,
                forbiddenInTitle: $this->forbiddenInTitle ?? '',
                markUp: $this->markUp ?? MarkUp::Full,
                pay: $this->pay ?? '',
                place: array_values($this->place),
                categories: self::filled($this->category),
                remote: self::filled($this->remote),
                openedWithinDays: $this->openedWithinDays,
                maxDays: $this->maxDays,
                languages: array_values($this->language),
            ),
            price: $this->typedPrice(),
        );
    }

    private function price(Price $price): void
    {
        [$this->priceKind, $this->priceDays, $this->priceQuota] = [$price->kind, $price->days, $price->quota];
        if (null !== $price->amount) {
            [$this->priceAmount, $this->priceCurrency] = [$price->amount->grouped(), $price->amount->currency];
        }
    }

    private function rules(BoardRules $rules): void
    {
        [$this->minWords, $this->maxWords, $this->maxTitle] = [$rules->minWords, $rules->maxWords, $rules->maxTitle];
        [$this->openedWithinDays, $this->maxDays] = [$rules->openedWithinDays, $rules->maxDays];
        [$this->forbiddenInTitle, $this->markUp, $this->pay] = [$rules->forbiddenInTitle, $rules->markUp, $rules->pay];
        [$this->place, $this->language] = [$rules->place, $rules->languages];
        [$this->category, $this->remote] = [$rules->categories, $rules->remote];
    }

    private function typedPrice(): Price
    {
        $kind = $this->priceKind ?? PriceKind::Free;
        if (PriceKind::Free === $kind) {
            return new Price($kind);
        }
        $currency = strtoupper(trim($this->priceCurrency ?? ''));
        $isCurrency = 1 === preg_match('/^[A-Z]{3}$/D', $currency);
        $amount = $isCurrency ? Money::parse($this->priceAmount ?? '', $currency) : null;

        return true === $amount?->isPositive()
            ? new Price($kind, $amount, $this->priceDays, $this->priceQuota)
            : throw Refused::because('price_unreadable', 'price_amount');
    }

    /**
     * @param array<string, string|null> $typed
     *
     * @return array<string, string>
     */
    private static function filled(array $typed): array
    {
        return array_filter($typed, static fn (?string $theirs): bool => null !== $theirs && '' !== $theirs);
    }
}

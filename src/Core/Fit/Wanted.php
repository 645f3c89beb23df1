<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/** What a brief asks of a person. */
final readonly class Wanted
{
    /**
     * @param list<string>       $musts  words or phrases
     * @param list<string>       $wishes
     * @param list<string>       $titles as advertised and as it is called inside
     * @param int|null           $yearsFrom of experience
     * @param string|null        $site   the town one would work in
     * @param array<array-key, int> $near   km from there, by Facts::town()
     * @param bool               $remote whether it can be done from anywhere
     * @param int|null           $payTo  whole euro of a full year
     */
    public function __construct(public array $musts, public array $wishes, public array $titles = [], public ?int $yearsFrom = null, public ?int $yearsTo = null, public ?string $site = null, public array $near = [], public bool $remote = false, public ?int $payTo = null, public ?\DateTimeImmutable $start = null)
    {
    }

    /** @return list<array{kind: string, text: string}> what is measured, in the order it is shown; a part stands only for what the brief says */
    public function parts(): array
    {
        $parts = [];
        foreach (['must' => $this->musts, 'title' => \array_slice($this->titles, 0, 1), 'years' => null === ($this->yearsFrom ?? $this->yearsTo) ? [] : [(string) ($this->yearsFrom ?? 0)], 'place' => null === $this->site ? [] : [$this->site], 'notice' => null === $this->start ? [] : [$this->start->format('Y-m-d')], 'wish' => $this->wishes, 'pay' => null === $this->payTo ? [] : [(string) $this->payTo]] as $kind => $texts) {
            foreach ($texts as $text) {
                $parts[] = ['kind' => $kind, 'text' => $text];
            }
        }

        return $parts;
    }
}

<?php

declare(strict_types=1);

namespace Jorvent\Screening\Form;

use Jorvent\Core\Screening\Option;
use Jorvent\Core\Screening\Question;

/** One answer to choose from, as it is typed. */
final class OptionInput
{
    public ?string $en = null;
    public ?string $nb = null;
    public ?string $pl = null;
    public ?int $points = 0;
    /** choosing it stops the application */
    public bool $stops = false;
    /** it is to be left out */
    public bool $gone = false;

    public static function of(Option $option, bool $stops): self
    {
        $input = new self();
        foreach (Question::LANGUAGES as $language) {
            $input->{$language} = $option->texts[$language] ?? null;
        }
        [$input->points, $input->stops] = [$option->points, $stops];

        return $input;
    }

    /** @param Option $old what it is without what was typed: an answer keeps its texts when all of them are emptied */
    public function typed(Option $old): Option
    {
        $texts = array_filter(
            ['en' => $this->en, 'nb' => $this->nb, 'pl' => $this->pl],
            static fn (?string $text): bool => null !== $text && '' !== $text,
        );

        return new Option($old->key, [] === $texts ? $old->texts : $texts, $this->points ?? $old->points);
    }
}

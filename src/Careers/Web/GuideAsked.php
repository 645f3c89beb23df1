<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Guide;
use Jorvent\Core\Careers\LookedFor;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Platform\Web\Errors;

/** What someone says to the guide, or asks of it; it stands in the address and is kept nowhere. */
final readonly class GuideAsked
{
    private const YEARS = '/^\d{1,2}$/D';

    /**
     * @param list<string> $kind
     * @param list<string> $city
     */
    public function __construct(
        public array $kind = [],
        public array $city = [],
        public string $words = '',
        public string $years = '',
        public string $question = '',
    ) {
    }

    public function wanted(): LookedFor
    {
        return new LookedFor(
            $this->kind,
            $this->city,
            1 === preg_match(self::YEARS, trim($this->years)) ? (int) $this->years : null,
            trim($this->words),
        );
    }

    public function errors(): Errors
    {
        $refusals = [];
        if ('' !== trim($this->years) && 1 !== preg_match(self::YEARS, trim($this->years))) {
            $refusals[] = new Refusal('years', 'answer_not_a_number');
        }
        foreach (['words' => $this->words, 'question' => $this->question] as $field => $typed) {
            if (mb_strlen($typed) > Guide::LOOKED_AT) {
                $refusals[] = new Refusal($field, 'answer_too_long', ['limit' => Guide::LOOKED_AT]);
            }
        }

        return Errors::of($refusals);
    }
}

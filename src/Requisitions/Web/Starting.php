<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Requisitions\Form\Start;
use Jorvent\Requisitions\Form\StartInput;

/** What the page for a new requisition is asked for. */
final readonly class Starting
{
    public const MAX_WORDS = 100;

    public function __construct(
        private string $from = 'profile',
        private string $profile = '',
        private string $earlier = '',
        private string $template = '',
        /** what is searched for */
        public string $q = '',
    ) {
    }

    public static function of(StartInput $input): self
    {
        return new self(
            $input->from->value ?? 'profile', $input->profile ?? '', $input->earlier ?? '', $input->template ?? '',
        );
    }

    public function start(): Start
    {
        return Start::tryFrom($this->from) ?? Start::Profile;
    }

    /** 0 for none, as of the others. */
    public function profileId(): int
    {
        return self::id($this->profile);
    }

    public function earlierId(): int
    {
        return self::id($this->earlier);
    }

    public function templateId(): int
    {
        return self::id($this->template);
    }

    private static function id(string $typed): int
    {
        return 1 === preg_match('/^\d{1,9}$/D', $typed) ? (int) $typed : 0;
    }
}

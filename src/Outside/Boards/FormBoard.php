<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;

/** Form fields in, form fields out; what is wanted stands in "do", the key in "password". */
final readonly class FormBoard extends CommandBoard
{
    public function __construct(private Http $http)
    {
    }

    public function shape(): string
    {
        return 'form';
    }

    protected function ask(Board $board, string $do, array $fields): array
    {
        parse_str($this->http->at($board->address)->text('POST', '', ['body' => ['do' => $do, 'password' => $board->secret ?? ''] + $fields]), $said);
        $answer = [];
        foreach ($said as $name => $value) {
            if (\is_string($value)) {
                $answer[(string) $name] = $value;
            }
        }

        return match ($answer['ok'] ?? '') {
            '1' => $answer,
            '0' => throw new RefusedByThem('said no: '.mb_substr(mb_scrub($answer['why'] ?? ''), 0, 200)),
            default => throw new NotNow('answered something that is no form'),
        };
    }
}

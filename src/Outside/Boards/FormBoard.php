<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Outside\Http;
use Jorvent\Platform\Outbox\NotNow;
use Jorvent\Platform\Outbox\RefusedByThem;

/** Form fields in, form fields out, one address for all; what is wanted stands in "do", the key in "password". */
final readonly class FormBoard implements BoardShape
{
    public function __construct(private Http $http)
    {
    }

    public function shape(): string
    {
        return 'form';
    }

    public function find(Board $board, string $reference): ?Receipt
    {
        $answer = $this->ask($board, 'find', [$board->fields['reference'] ?? 'reference' => $reference]);

        return '' === ($answer['number'] ?? '') ? null : self::receipt($answer);
    }

    public function send(Board $board, Outgoing $posting): Receipt
    {
        return self::receipt($this->ask($board, 'post', $posting->fields($board)));
    }

    public function update(Board $board, string $ref, Outgoing $posting): void
    {
        $this->ask($board, 'change', ['number' => $ref] + $posting->fields($board));
    }

    public function pause(Board $board, string $ref, bool $paused): void
    {
        $this->ask($board, $paused ? 'pause' : 'resume', ['number' => $ref]);
    }

    public function withdraw(Board $board, string $ref): void
    {
        $this->ask($board, 'end', ['number' => $ref]);
    }

    public function greet(Board $board): string
    {
        return $this->ask($board, 'about')['name'] ?? throw new NotNow('answered without its name');
    }

    /**
     * @param array<string, string|int> $fields
     *
     * @return array<string, string>
     */
    private function ask(Board $board, string $do, array $fields = []): array
    {
        parse_str($this->http->at($board->address)->text('POST', '', ['body' => ['do' => $do, 'password' => $board->secret ?? ''] + $fields]), $answer);
        $answer = array_filter($answer, is_string(...));
        if ('1' === ($answer['ok'] ?? '')) {
            /* @var array<string, string> */
            return array_combine(array_map(strval(...), array_keys($answer)), array_values($answer));
        }

        throw '0' === ($answer['ok'] ?? '') ? new RefusedByThem('said no: '.mb_substr(mb_scrub($answer['why'] ?? ''), 0, 200)) : new NotNow('answered something that is no form');
    }

    /** @param array<string, string> $answer */
    private static function receipt(array $answer): Receipt
    {
        return '' === ($answer['number'] ?? '') ? throw new NotNow('answered without a number for the advert') : new Receipt($answer['number'], ($answer['link'] ?? '') ?: null, 'live' === ($answer['state'] ?? 'live'));
    }
}

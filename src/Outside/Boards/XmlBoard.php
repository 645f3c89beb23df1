<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Outside\Http;
use Jorvent\Platform\Outbox\NotNow;
use Jorvent\Platform\Outbox\RefusedByThem;

/** One XML document in, one out: <request do="post" key="…"><advert><title>…</title></advert></request> and <answer ok="yes" number="…" link="…"/>. */
final readonly class XmlBoard implements BoardShape
{
    public function __construct(private Http $http)
    {
    }

    public function shape(): string
    {
        return 'xml';
    }

    public function find(Board $board, string $reference): ?Receipt
    {
        $answer = $this->ask($board, 'find', [$board->fields['reference'] ?? 'reference' => $reference]);

        return '' === $answer->getAttribute('number') ? null : self::receipt($answer);
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
        return $this->ask($board, 'about', [])->getAttribute('name') ?: throw new NotNow('answered without its name');
    }

    /** @param array<string, string|int> $fields */
    private function ask(Board $board, string $do, array $fields): \DOMElement
    {
        $document = new \DOMDocument('1.0', 'UTF-8');
        $request = $document->createElement('request');
        $request->setAttribute('do', $do);
        $request->setAttribute('key', $board->secret ?? '');
        $advert = $document->createElement('advert');
        foreach ($fields as $name => $value) {
            $element = $document->createElement($name);
            $element->append((string) $value);
            $advert->append($element);
        }
        $request->append($advert);
        $document->append($request);
        $answer = self::read($this->http->at($board->address)->text('POST', '', ['body' => (string) $document->saveXML(), 'headers' => []], ['Content-Type' => 'application/xml; charset=utf-8']));

        return match ($answer->getAttribute('ok')) {
            'yes' => $answer,
            'no' => throw new RefusedByThem('said no: '.mb_substr($answer->textContent, 0, 200)),
            default => throw new NotNow('answered something that is no answer'),
        };
    }

    private static function read(string $xml): \DOMElement
    {
        $document = new \DOMDocument();
        $before = libxml_use_internal_errors(true);
        $read = '' !== $xml && !str_contains($xml, '<!DOCTYPE') && $document->loadXML($xml, \LIBXML_NONET);
        libxml_clear_errors();
        libxml_use_internal_errors($before);

        return $read && 'answer' === $document->documentElement?->tagName ? $document->documentElement : throw new NotNow('answered something that is not XML');
    }

    private static function receipt(\DOMElement $answer): Receipt
    {
        return '' === $answer->getAttribute('number') ? throw new NotNow('answered without a number for the advert') : new Receipt($answer->getAttribute('number'), $answer->getAttribute('link') ?: null, 'looking' !== $answer->getAttribute('state'));
    }
}

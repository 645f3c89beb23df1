<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;

/** One XML document in, one out: <request do="post" key="…"><advert><title>…</title></advert></request> and <answer ok="yes" number="…" link="…"/>. */
final readonly class XmlBoard extends CommandBoard
{
    public function __construct(private Http $http)
    {
    }

    public function shape(): string
    {
        return 'xml';
    }

    protected function ask(Board $board, string $do, array $fields): array
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
        $root = self::read($this->http->at($board->address)->text('POST', '', ['body' => (string) $document->saveXML()], ['Content-Type' => 'application/xml; charset=utf-8']));
        $answer = [];
        foreach ($root->attributes as $attribute) {
            if ($attribute instanceof \DOMAttr) {
                $answer[$attribute->name] = $attribute->value;
            }
        }

        return match ($answer['ok'] ?? '') {
            'yes' => $answer,
            'no' => throw new RefusedByThem('said no: '.mb_substr($root->textContent, 0, 200)),
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
}

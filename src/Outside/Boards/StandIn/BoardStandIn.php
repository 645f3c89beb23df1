<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards\StandIn;

use Jorvent\Outside\StandIn\Shelf;
use Jorvent\Outside\StandIn\StandIn;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** A job board with manners of its own: takes an advert, shows it, changes it, lets it rest, takes it down. It knows an advert again by our reference only when asked: sent twice, it stands twice. */
final readonly class BoardStandIn implements StandIn
{
    public function __construct(private string $path, private Manners $manners, private Shelf $shelf)
    {
    }

    public function describe(): array
    {
        return ['name' => $this->manners->name, 'what' => 'job board, '.$this->manners->wire.(null === $this->manners->later ? '' : ', decides later')];
    }

    public function answer(Request $request, string $path): Response
    {
        usleep((int) ($this->manners->seconds * 1_000_000));
        if ($request->isMethod('GET') && str_starts_with($path, '/show/')) {
            return $this->show(substr($path, 6));
        }

        return match ($this->manners->wire) {
            'json' => $this->json($request, $path),
            'form' => $this->form($request),
            'xml' => $this->xml($request),
            'feed' => $this->feed($request, $path),
        };
    }

    public function traffic(): array
    {
        $traffic = [];
        foreach (array_reverse($this->adverts(), true) as $id => $advert) {
            $traffic[] = ['when' => self::text($advert, 'at'), 'what' => $id.': '.self::text($advert, $this->manners->names['title']).' ('.self::text($advert, 'state').')'];
        }

        return $traffic;
    }

    /** What it looked at since it was asked: yes or no, to the address that came with it. Called when the answer has gone out. */
    public function afterwards(): void
    {
        if (null === $this->manners->later) {
            return;
        }
        usleep(700_000);
        foreach ($this->adverts() as $id => $advert) {
            if ('looking' !== self::text($advert, 'state')) {
                continue;
            }
            $refused = false !== mb_stripos(self::text($advert, $this->manners->names['body']), $this->manners->later);
            $this->shelf->change(static fn (array $state): array => \is_array($state[$id] ?? null) ? [...$state, $id => [...$state[$id], 'state' => $refused ? 'refused' : 'live']] : $state);
            $body = json_encode(['reference' => self::text($advert, $this->manners->names['reference']), 'state' => $refused ? 'refused' : 'live', 'reason' => $refused ? 'We do not show the word "'.$this->manners->later.'": say the pay.' : null, 'url' => self::text($advert, 'url')], \JSON_THROW_ON_ERROR);
            $to = self::text($advert, 'answer_to');
            if (1 === preg_match('#^http://127\.0\.0\.1:\d+/#', $to)) {
                @file_get_contents($to, false, stream_context_create(['http' => ['method' => 'POST', 'header' => ['Content-Type: application/json', 'X-Signature: '.hash_hmac('sha256', $body, $this->manners->key)], 'content' => $body, 'timeout' => 4, 'ignore_errors' => true]]));
            }
        }
    }

    private function json(Request $request, string $path): Response
    {
        if ('Bearer '.$this->manners->key !== $request->headers->get('Authorization')) {
            return new JsonResponse(['error' => 'the key is not known here'], 401);
        }
        $id = ltrim($path, '/');
        if ('about' === $id) {
            return new JsonResponse(['name' => $this->manners->name]);
        }
        if ($request->isMethod('GET')) {
            $found = $this->find((string) $request->query->get($this->manners->names['reference']));

            return new JsonResponse(['adverts' => null === $found ? [] : [self::receipt($found)]]);
        }
        if ($request->isMethod('DELETE')) {
            return $this->change($id, ['state' => 'down']) ? new JsonResponse(['ok' => true]) : new JsonResponse(['error' => 'no such advert'], 404);
        }
        $sent = json_decode($request->getContent(), true);
        $sent = \is_array($sent) ? $sent : [];
        if ($request->isMethod('PATCH')) {
            $new = isset($sent['paused']) ? ['state' => true === $sent['paused'] ? 'rests' : 'live'] : self::scalars($sent);

            return $this->change($id, $new) ? new JsonResponse(['ok' => true]) : new JsonResponse(['error' => 'no such advert'], 404);
        }
        $why = $this->refuse(self::scalars($sent));

        return null !== $why ? new JsonResponse(['error' => $why], 422) : new JsonResponse(self::receipt($this->take(self::scalars($sent), $request)), 201);
    }

    private function form(Request $request): Response
    {
        $sent = self::scalars($request->request->all());
        $say = static fn (array $fields): Response => new Response(http_build_query($fields), 200, ['Content-Type' => 'application/x-www-form-urlencoded']);
        $answer = $this->act(self::text($sent, 'do'), self::text($sent, 'password'), array_diff_key($sent, ['do' => 1, 'password' => 1]), $request);

        return \is_string($answer) ? $say(['ok' => '0', 'why' => $answer]) : $say(['ok' => '1'] + $answer);
    }

    private function xml(Request $request): Response
    {
        $document = new \DOMDocument();
        if ('' === $request->getContent() || str_contains($request->getContent(), '<!DOCTYPE') || !@$document->loadXML($request->getContent(), \LIBXML_NONET) || null === $document->documentElement) {
            return new Response('<answer ok="no">not XML</answer>', 200, ['Content-Type' => 'application/xml']);
        }
        $sent = [];
        foreach ($document->getElementsByTagName('advert')->item(0)->childNodes ?? [] as $node) {
            if ($node instanceof \DOMElement) {
                $sent[$node->tagName] = $node->textContent;
            }
        }
        $answer = $this->act($document->documentElement->getAttribute('do'), $document->documentElement->getAttribute('key'), $sent, $request);
        $out = new \DOMDocument('1.0', 'UTF-8');
        $element = $out->createElement('answer');
        $element->setAttribute('ok', \is_string($answer) ? 'no' : 'yes');
        if (\is_string($answer)) {
            $element->append($answer);
        } else {
            array_walk($answer, static fn (string $value, string $name) => $element->setAttribute($name, $value));
        }
        $out->append($element);

        return new Response((string) $out->saveXML(), 200, ['Content-Type' => 'application/xml; charset=utf-8']);
    }

    private function feed(Request $request, string $path): Response
    {
        $told = (string) $request->query->get('feed');
        $from = '' === $told ? self::text($this->shelf->beside('feed')->read(), 'from') : $told;
        if ('/about' === $path) {
            $this->shelf->beside('feed')->change(static fn (): array => ['from' => $from]);

            return new JsonResponse(['name' => $this->manners->name]);
        }
        if (!$request->isMethod('POST') || '/fetch' !== $path || 1 !== preg_match('#^http://127\.0\.0\.1:\d+/feeds/[a-z0-9_/.]+$#', $from)) {
            return new JsonResponse(['error' => 'no feed was named'], 404);
        }
        $document = new \DOMDocument();
        $xml = (string) @file_get_contents($from, false, stream_context_create(['http' => ['timeout' => 5]]));
        if ('' === $xml || !@$document->loadXML($xml, \LIBXML_NONET)) {
            return new JsonResponse(['error' => 'the feed can not be read'], 502);
        }
        $adverts = [];
        foreach ($document->getElementsByTagName('opening') as $opening) {
            $advert = ['state' => 'live', 'at' => gmdate('Y-m-d H:i:s')];
            foreach ($opening->childNodes as $node) {
                if ($node instanceof \DOMElement) {
                    $advert[$node->tagName] = $node->textContent;
                }
            }
            $adverts[self::text($advert, 'reference')] = $advert;
        }
        $this->shelf->change(static fn (): array => $adverts);

        return $request->headers->has('Referer') ? new RedirectResponse('/', 303) : new JsonResponse(['fetched' => \count($adverts)]);
    }

    /**
     * @param array<string, string> $sent
     *
     * @return array<string, string>|string what it answers, or why not
     */
    private function act(string $do, string $key, array $sent, Request $request): array|string
    {
        if ($key !== $this->manners->key) {
            return 'the key is not known here';
        }
        $number = self::text($sent, 'number');
        $found = 'find' === $do ? $this->find(self::text($sent, $this->manners->names['reference'])) : null;
        $why = 'post' === $do ? $this->refuse($sent) : null;

        return match ($do) {
            'about' => ['name' => $this->manners->name],
            'find' => null === $found ? [] : ['number' => self::text($found, 'id'), 'link' => self::text($found, 'url'), 'state' => self::text($found, 'state')],
            'post' => $why ?? ['number' => self::text($taken = $this->take($sent, $request), 'id'), 'link' => self::text($taken, 'url'), 'state' => self::text($taken, 'state')],
            'change' => $this->change($number, array_diff_key($sent, ['number' => 1])) ? [] : 'no such advert',
            'pause', 'resume', 'end' => $this->change($number, ['state' => ['pause' => 'rests', 'resume' => 'live', 'end' => 'down'][$do]]) ? [] : 'no such advert',
            default => 'what is wanted?',
        };
    }

    /** @param array<string, string> $sent */
    private function refuse(array $sent): ?string
    {
        foreach ($this->manners->required as $name) {
            if ('' === self::text($sent, $name)) {
                return $name.' is needed';
            }
        }
        $category = self::text($sent, $this->manners->names['category']);

        return '' === $category || [] === $this->manners->accepted || \in_array($category, $this->manners->accepted, true) ? null : 'there is no '.$this->manners->names['category'].' "'.$category.'"';
    }

    /**
     * @param array<string, string> $sent
     *
     * @return array<string, string>
     */
    private function take(array $sent, Request $request): array
    {
        $id = strtoupper($this->path[0]).bin2hex(random_bytes(5));
        $advert = [...$sent, 'id' => $id, 'url' => $request->getSchemeAndHttpHost().'/'.$this->path.'/show/'.$id, 'state' => null === $this->manners->later ? 'live' : 'looking', 'at' => gmdate('Y-m-d H:i:s')];
        $this->shelf->change(static fn (array $state): array => [...$state, $id => $advert]);

        return $advert;
    }

    /** @param array<string, string> $new */
    private function change(string $id, array $new): bool
    {
        // what the demo world tells of as standing here already is taken as known
        $state = $this->shelf->change(static fn (array $state): array => \is_array($state[$id] ?? null) || str_starts_with($id, 'demo-') ? [...$state, $id => [...(\is_array($state[$id] ?? null) ? $state[$id] : ['id' => $id, 'at' => gmdate('Y-m-d H:i:s')]), ...$new]] : $state);

        return isset($state[$id]);
    }

    /** @return array<string, string>|null */
    private function find(string $reference): ?array
    {
        foreach ($this->adverts() as $advert) {
            if ('' !== $reference && self::text($advert, $this->manners->names['reference']) === $reference && 'down' !== self::text($advert, 'state')) {
                return $advert;
            }
        }

        return null;
    }

    /** @return array<array-key, array<string, string>> */
    private function adverts(): array
    {
        return array_map(self::scalars(...), array_filter($this->shelf->read(), is_array(...)));
    }

    private function show(string $id): Response
    {
        $advert = $this->adverts()[$id] ?? null;
        if (null === $advert || 'live' !== self::text($advert, 'state')) {
            return new Response('This advert is not here.', 404, ['Content-Type' => 'text/plain; charset=utf-8']);
        }
        $e = fn (string $part): string => htmlspecialchars(self::text($advert, $this->manners->names[$part]));

        return new Response('<!doctype html><html lang="en"><meta charset="utf-8"><title>'.$e('title').' · '.$this->manners->name.'</title><link rel="stylesheet" href="/build/staff.css"><body class="standin"><p class="lab">'.$this->manners->name.' · '.$e('category').' · '.$e('town').'</p><h1 class="h1">'.$e('title').'</h1><div class="prose preline">'.htmlspecialchars(trim(strip_tags(str_replace(['</p>', '</li>', '<li>'], ["\n\n", "\n", '– '], self::text($advert, $this->manners->names['body']))))).'</div><p><a class="btn btn-primary" href="'.$e('apply').'">Apply at the company</a></p></body></html>');
    }

    /**
     * @param array<string, string> $advert
     *
     * @return array<string, string>
     */
    private static function receipt(array $advert): array
    {
        return array_intersect_key($advert, ['id' => 1, 'url' => 1, 'state' => 1]);
    }

    /** @param array<array-key, mixed> $of */
    private static function text(array $of, string $name): string
    {
        return \is_string($of[$name] ?? null) ? $of[$name] : '';
    }

    /**
     * @param array<array-key, mixed> $of
     *
     * @return array<string, string>
     */
    private static function scalars(array $of): array
    {
        $texts = [];
        foreach ($of as $name => $value) {
            if (\is_scalar($value)) {
                $texts[(string) $name] = (string) $value;
            }
        }

        return $texts;
    }
}

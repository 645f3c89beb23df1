<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Read\Opening;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Text\RichText;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/**
 * All openings for machines: one plain XML document, an Atom feed (RFC 4287), and the sitemap (sitemaps.org, with
 * languages as alternates).
 */
final readonly class OpeningFeeds
{
    private const ATOM = 'http://www.w3.org/2005/Atom';
    private const SITEMAP = 'http://www.sitemaps.org/schemas/sitemap/0.9';
    private const MOST_ENTRIES = 200;
    private const SUMMARY = 300;
    /** what no XML document may hold (XML 1.0, section 2.2) */
    private const FORBIDDEN = '/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u';

    public function __construct(
        private OpeningQuery $openings,
        private BrandQuery $brands,
        private UrlGeneratorInterface $urls,
    ) {
    }

    public function xml(string $locale): string
    {
        return $this->document(function (\XMLWriter $xml) use ($locale): void {
            $xml->startElement('openings');
            $xml->writeAttribute('xml:lang', $locale);
            $brandOf = $this->brandOf();
            foreach ($this->openings->every($locale) as $opening) {
                $brand = $brandOf($opening);
                $site = $this->url('careers', ['brand' => $brand->key]);
                $address = $this->address($opening, $locale);
                $xml->startElement('opening');
                $xml->writeAttribute('xml:lang', $opening->text->locale ?? 'en');
                foreach (StructuredOpening::of($opening, $brand->name, $address, $site) as $name => $value) {
                    if (!str_starts_with($name, '@')) {
                        self::element($xml, $name, $value);
                    }
                }
                $xml->endElement();
            }
            $xml->endElement();
        });
    }

    public function atom(string $locale, string $title): string
    {
        return $this->document(function (\XMLWriter $xml) use ($locale, $title): void {
            $all = $this->openings->every($locale);
            $self = $this->url('careers_atom', ['lang' => $locale]);
            $changes = array_map(static fn (Opening $opening): ?\DateTimeImmutable => $opening->days->changedAt, $all);
            $xml->startElement('feed');
            $xml->writeAttribute('xmlns', self::ATOM);
            $xml->writeAttribute('xml:lang', $locale);
            $xml->writeElement('id', $self);
            $xml->writeElement('title', $title);
            $xml->writeElement('updated', self::moment([] === $changes ? null : max($changes)));
            self::link($xml, ['rel' => 'self', 'href' => $self]);
            $brandOf = $this->brandOf();
            foreach (\array_slice($all, 0, self::MOST_ENTRIES) as $opening) {
                $this->entry($xml, $opening, $brandOf($opening), $locale);
            }
            $xml->endElement();
        });
    }

    /** @param list<string> $locales */
    public function sitemap(array $locales): string
    {
        return $this->document(function (\XMLWriter $xml) use ($locales): void {
            $xml->startElement('urlset');
            $xml->writeAttribute('xmlns', self::SITEMAP);
            $xml->writeAttribute('xmlns:xhtml', 'http://www.w3.org/1999/xhtml');
            foreach ($this->brands->all() as $brand) {
                $this->place($xml, 'careers', ['brand' => $brand->key], null, $locales);
            }
            foreach ($this->openings->every('en') as $opening) {
                $this->place($xml, 'opening', ['number' => $opening->number], $opening->days->changedAt, $locales);
            }
            $xml->endElement();
        });
    }

    /** Changes when one of them does. */
    public function stamp(): string
    {
        return $this->openings->stamp();
    }

    private function entry(\XMLWriter $xml, Opening $opening, BrandView $brand, string $locale): void
    {
        $plain = (string) preg_replace('/\s+/', ' ', RichText::plain($opening->text->description));
        $xml->startElement('entry');
        $xml->writeElement('id', $this->url('opening', ['number' => $opening->number]));
        $xml->writeElement('title', self::clean($opening->text->title.', '.$opening->city()));
        $xml->writeElement('updated', self::moment($opening->days->changedAt));
        $xml->writeElement('published', self::moment($opening->days->liveAt));
        $xml->startElement('author');
        $xml->writeElement('name', $brand->name);
        $xml->endElement();
        self::link($xml, ['href' => $this->address($opening, $locale)]);
        $xml->writeElement('summary', self::clean(mb_strimwidth($plain, 0, self::SUMMARY, '…')));
        $xml->startElement('content');
        $xml->writeAttribute('type', 'html');
        $xml->text(self::clean($opening->text->description));
        $xml->endElement();
        $xml->endElement();
    }

    /**
     * @param array<string, string|int> $parameters
     * @param list<string>              $locales
     */
    private function place(
        \XMLWriter $xml,
        string $route,
        array $parameters,
        ?\DateTimeImmutable $changed,
        array $locales,
    ): void {
        $xml->startElement('url');
        $xml->writeElement('loc', $this->url($route, $parameters));
        if (null !== $changed) {
            $xml->writeElement('lastmod', self::moment($changed));
        }
        foreach ($locales as $locale) {
            self::link($xml, [
                'rel' => 'alternate',
                'hreflang' => $locale,
                'href' => $this->url($route, ['lang' => $locale] + $parameters),
            ], 'xhtml:link');
        }
        $xml->endElement();
    }

    /** @return \Closure(Opening): BrandView */
    private function brandOf(): \Closure
    {
        $brands = $this->brands->byUnit();
        $main = $this->brands->main();

        return static fn (Opening $opening): BrandView => $brands[$opening->team->unitId] ?? $main;
    }

    private function address(Opening $opening, string $locale): string
    {
        $language = 'en' === $locale ? [] : ['lang' => $locale];

        return $this->url('opening', ['number' => $opening->number] + $language);
    }

    /** @param array<string, string|int> $parameters */
    private function url(string $route, array $parameters): string
    {
        return $this->urls->generate($route, $parameters, UrlGeneratorInterface::ABSOLUTE_URL);
    }

    private static function element(\XMLWriter $xml, string $name, mixed $value): void
    {
        $xml->startElement($name);
        if (\is_array($value)) {
            foreach ($value as $key => $part) {
                if (!\is_string($key) || !str_starts_with($key, '@')) {
                    self::element($xml, \is_string($key) ? $key : 'value', $part);
                }
            }
        } else {
            $xml->text(self::clean(self::said($value)));
        }
        $xml->endElement();
    }

    /** @param array<string, string> $attributes */
    private static function link(\XMLWriter $xml, array $attributes, string $name = 'link'): void
    {
        $xml->startElement($name);
        foreach ($attributes as $attribute => $value) {
            $xml->writeAttribute($attribute, $value);
        }
        $xml->endElement();
    }

    private static function said(mixed $value): string
    {
        return match (true) {
            \is_bool($value) => $value ? 'true' : 'false',
            \is_scalar($value) => (string) $value,
            default => '',
        };
    }

    /** @param callable(\XMLWriter): void $write */
    private function document(callable $write): string
    {
        $xml = new \XMLWriter();
        $xml->openMemory();
        $xml->startDocument('1.0', 'UTF-8');
        $write($xml);
        $xml->endDocument();

        return $xml->outputMemory();
    }

    private static function clean(string $text): string
    {
        return (string) preg_replace(self::FORBIDDEN, '', mb_scrub($text));
    }

    private static function moment(?\DateTimeImmutable $at): string
    {
        return ($at ?? new \DateTimeImmutable('@0'))->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i:s\Z');
    }
}

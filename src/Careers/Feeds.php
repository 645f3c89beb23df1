<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Text\RichText;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** All openings for machines: one plain XML document, an Atom feed, and the sitemap. */
final readonly class Feeds
{
    public function __construct(private Openings $openings, private BrandQuery $brands, private UrlGeneratorInterface $urls)
    {
    }

    public function xml(string $locale): string
    {
        return $this->document(function (\XMLWriter $xml) use ($locale): void {
            $xml->startElement('openings');
            $xml->writeAttribute('xml:lang', $locale);
            $brands = $this->brands->byUnit();
            $main = $this->brands->main();
            foreach ($this->openings->every($locale) as $opening) {
                $brand = $brands[$opening->int('unit_id')] ?? $main;
                $xml->startElement('opening');
                $xml->writeAttribute('xml:lang', $opening->strOrNull('text_locale') ?? 'en');
                foreach (JobPostingData::of($opening, $brand->name, $this->url('opening', $opening, $locale), $this->urls->generate('careers', ['brand' => $brand->key], UrlGeneratorInterface::ABSOLUTE_URL)) as $name => $value) {
                    if (!str_starts_with($name, '@')) {
                        $this->element($xml, $name, $value);
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
            $brands = $this->brands->byUnit();
            $main = $this->brands->main();
            $self = $this->urls->generate('careers_atom', ['lang' => $locale], UrlGeneratorInterface::ABSOLUTE_URL);
            $xml->startElement('feed');
            $xml->writeAttribute('xmlns', 'http://www.w3.org/2005/Atom');
            $xml->writeAttribute('xml:lang', $locale);
            $xml->writeElement('id', $self);
            $xml->writeElement('title', $title);
            $xml->writeElement('updated', self::moment([] === $all ? null : max(array_map(static fn (Record $r): \DateTimeImmutable => $r->instant('changed_at'), $all))));
            $xml->startElement('link');
            $xml->writeAttribute('rel', 'self');
            $xml->writeAttribute('href', $self);
            $xml->endElement();
            foreach (\array_slice($all, 0, 200) as $opening) {
                $xml->startElement('entry');
                $xml->writeElement('id', $this->urls->generate('opening', ['number' => $opening->int('number')], UrlGeneratorInterface::ABSOLUTE_URL));
                $xml->writeElement('title', self::clean($opening->str('title').', '.$opening->str('city')));
                $xml->writeElement('updated', self::moment($opening->instant('changed_at')));
                $xml->writeElement('published', self::moment($opening->instantOrNull('live_at')));
                $xml->startElement('author');
                $xml->writeElement('name', ($brands[$opening->int('unit_id')] ?? $main)->name);
                $xml->endElement();
                $xml->startElement('link');
                $xml->writeAttribute('href', $this->url('opening', $opening, $locale));
                $xml->endElement();
                $xml->writeElement('summary', self::clean(mb_strimwidth((string) preg_replace('/\s+/', ' ', RichText::plain($opening->str('description'))), 0, 300, '…')));
                $xml->startElement('content');
                $xml->writeAttribute('type', 'html');
                $xml->text(self::clean($opening->str('description')));
                $xml->endElement();
                $xml->endElement();
            }
            $xml->endElement();
        });
    }

    /** @param list<string> $locales */
    public function sitemap(array $locales): string
    {
        return $this->document(function (\XMLWriter $xml) use ($locales): void {
            $xml->startElement('urlset');
            $xml->writeAttribute('xmlns', 'http://www.sitemaps.org/schemas/sitemap/0.9');
            $xml->writeAttribute('xmlns:xhtml', 'http://www.w3.org/1999/xhtml');
            foreach ([...$this->brands->all(), ...$this->openings->every('en')] as $entry) {
                [$route, $parameters] = $entry instanceof BrandView ? ['careers', ['brand' => $entry->key]] : ['opening', ['number' => $entry->int('number')]];
                $xml->startElement('url');
                $xml->writeElement('loc', $this->urls->generate($route, $parameters, UrlGeneratorInterface::ABSOLUTE_URL));
                if ($entry instanceof Record) {
                    $xml->writeElement('lastmod', self::moment($entry->instant('changed_at')));
                }
                foreach ($locales as $locale) {
                    $xml->startElement('xhtml:link');
                    $xml->writeAttribute('rel', 'alternate');
                    $xml->writeAttribute('hreflang', $locale);
                    $xml->writeAttribute('href', $this->urls->generate($route, ['lang' => $locale] + $parameters, UrlGeneratorInterface::ABSOLUTE_URL));
                    $xml->endElement();
                }
                $xml->endElement();
            }
            $xml->endElement();
        });
    }

    public function stamp(): string
    {
        return $this->openings->stamp();
    }

    private function url(string $route, Record $opening, string $locale): string
    {
        return $this->urls->generate($route, ['number' => $opening->int('number')] + ('en' === $locale ? [] : ['lang' => $locale]), UrlGeneratorInterface::ABSOLUTE_URL);
    }

    private function element(\XMLWriter $xml, string $name, mixed $value): void
    {
        $xml->startElement($name);
        if (\is_array($value)) {
            foreach ($value as $key => $part) {
                if (!\is_string($key) || !str_starts_with($key, '@')) {
                    $this->element($xml, \is_string($key) ? $key : 'value', $part);
                }
            }
        } else {
            $xml->text(self::clean(\is_bool($value) ? ($value ? 'true' : 'false') : (\is_scalar($value) ? (string) $value : '')));
        }
        $xml->endElement();
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

    /** Without the signs that no XML document may hold. */
    private static function clean(string $text): string
    {
        return (string) preg_replace('/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', '', mb_scrub($text));
    }

    private static function moment(?\DateTimeImmutable $at): string
    {
        return ($at ?? new \DateTimeImmutable('@0'))->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i:s\Z');
    }
}

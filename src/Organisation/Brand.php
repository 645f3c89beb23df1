<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Core\Careers\Colours;
use Jorvent\Platform\Database\Record;

/** Under which name, in which colours and with which words a part of the company shows itself to candidates. */
final readonly class Brand
{
    /** @param array<array-key, mixed> $texts tagline and lead by language */
    private function __construct(public int $id, public string $key, public string $name, public string $contact, public Colours $colours, public bool $chart, public ?string $logo, public int $logoWidth, public int $logoHeight, private array $texts, public int $version)
    {
    }

    public static function fromRecord(Record $row, string $name): self
    {
        return new self($row->int('id'), $row->str('key'), $name, $row->str('contact'), new Colours($row->str('accent'), $row->str('deep'), $row->str('paper')), $row->bool('chart'), $row->strOrNull('logo_sha256'), $row->intOrNull('logo_width') ?? 0, $row->intOrNull('logo_height') ?? 0, $row->json('texts'), $row->int('version'));
    }

    /** @param 'tagline'|'lead' $which in that language, else in English; empty when it is not written */
    public function text(string $which, string $locale): string
    {
        foreach ([$locale, 'en'] as $language) {
            $texts = $this->texts[$language] ?? null;
            $text = \is_array($texts) ? $texts[$which] ?? null : null;
            if (\is_string($text) && '' !== $text) {
                return $text;
            }
        }

        return '';
    }

    /** What was written in exactly that language. */
    public function written(string $which, string $locale): string
    {
        $texts = $this->texts[$locale] ?? null;
        $text = \is_array($texts) ? $texts[$which] ?? null : null;

        return \is_string($text) ? $text : '';
    }

    public function main(): bool
    {
        return '' === $this->key;
    }

    /** The width of the logo when it is drawn that high, in pixels. */
    public function logoAt(int $height): int
    {
        return 0 === $this->logoHeight ? 0 : (int) round($this->logoWidth * $height / $this->logoHeight);
    }
}

<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Careers\Entity\ConsentText;
use Jorvent\Careers\Repository\SiteTextRepository;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** What people agree to when they send their data, in versions. */
final readonly class Consent
{
    private const SHORTEST = 20;
    private const LONGEST = 2000;

    public function __construct(
        private Db $db,
        private SiteTextRepository $texts,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    public function version(): int
    {
        return $this->texts->consentVersion();
    }

    /** @return string as it is read, with the company's name; in English when it is not written in that language */
    public function text(int $version, string $locale, string $company): string
    {
        $texts = $this->texts->consent($version);
        $text = $texts[$locale] ?? $texts['en'] ?? throw new \LogicException('A version has a text.');

        return (new Template('-', $text->text))->fill(['company' => $company])->body;
    }

    /**
     * @param string $agreed the version that someone agreed to; empty for none
     *
     * @return list<Refusal>
     */
    public function blockers(string $agreed): array
    {
        if ((string) $this->version() === $agreed) {
            return [];
        }

        return [new Refusal('consent', '' === $agreed ? 'consent_missing' : 'consent_changed')];
    }

    /**
     * Writes the next version.
     *
     * @param array<string, string> $texts by language, all of them
     * @param int                   $seen  the version that was there
     *
     * @return int the new version
     */
    public function write(array $texts, int $seen, int $by): int
    {
        $texts = array_map(trim(...), $texts);
        Refused::unlessEmpty(self::wrong($texts));

        return $this->db->transaction(function () use ($texts, $seen, $by): int {
            if ($seen !== $this->version()) {
                throw Refused::because('saved_by_another');
            }
            if ($this->isSame($texts, $seen)) {
                throw Refused::because('nothing_changed');
            }
            $next = $seen + 1;
            $now = $this->clock->now();
            foreach (ConsentText::LOCALES as $locale) {
                $this->texts->add(new ConsentText($next, $locale, $texts[$locale], $now, $by));
            }
            $this->log->record('consent.written', 'consent', $next, change: ['version' => $next]);

            return $next;
        }, 'saved_by_another');
    }

    /**
     * @param array<string, string> $texts by language
     *
     * @return list<Refusal>
     */
    private static function wrong(array $texts): array
    {
        $refusals = [];
        foreach (ConsentText::LOCALES as $locale) {
            $text = $texts[$locale] ?? '';
            $length = mb_strlen($text);
            if ($length < self::SHORTEST || $length > self::LONGEST) {
                $refusals[] = new Refusal('text.'.$locale, 'consent_length', ['limit' => self::LONGEST]);
            }
            $open = (new Template('-', '' === $text ? '-' : $text))->blockers(['company' => '-']);
            if ([] !== $open) {
                $refusals[] = new Refusal('text.'.$locale, $open[0]->code, $open[0]->data);
            }
        }

        return $refusals;
    }

    /** @param array<string, string> $texts by language */
    private function isSame(array $texts, int $version): bool
    {
        $kept = array_map(static fn (ConsentText $text): string => $text->text, $this->texts->consent($version));
        foreach (ConsentText::LOCALES as $locale) {
            if (($kept[$locale] ?? null) !== $texts[$locale]) {
                return false;
            }
        }

        return true;
    }
}

<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Resume\Kinds;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Licence;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Search\Study;
use Jorvent\Core\Search\When;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** People and criteria over few values, so that they meet often, with all that can be missing missing now and then; the same for the same seed. */
final class RandomPeople
{
    private const TITLES = ['Marine electrician', "Ship's electrician", 'Electro-technical officer', 'Welder', 'Second engineer', 'Head of shore-power and marine electrical systems', 'C# developer', 'Motorman'];
    private const EMPLOYERS = ['Kvitholm Verft', 'Norrøysund Ferger', 'Pentland Repair', 'Stocznia Wydma', "O'Neill & Sons Ship Repair Yard Ltd", 'Osterdal Yard'];
    private const SCHOOLS = ['Bergen Maritime College', 'Politechnika Gdańska', 'Shetland School of the Sea'];
    private const FIELDS = ['Electrical engineering', 'Naval architecture', 'Welding'];
    private const TOWNS = [['Bergen', 'NO'], ['Bergen', null], ['Bergen', 'DE'], ['Os', 'NO'], ['Gdansk', 'PL'], ['Halifax', 'CA'], ['Halifax', 'GB'], ['Copenhagen', 'DK'], ['Nowhere at all', 'NO']];
    private const CERTIFICATES = ['High-voltage certificate', 'STCW basic safety', 'Trade certificate'];
    private const TAGS = ['silver', 'moved house', 'ice class'];

    private readonly Randomizer $random;

    public function __construct(public readonly int $seed, private readonly RandomQueries $queries, private readonly \DateTimeImmutable $day)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    public function profile(): Profile
    {
        $stints = array_map(fn (): Stint => $this->stint(), $this->times(0, 5));
        $studies = array_map(fn (): Study => new Study($this->pick(self::SCHOOLS), $this->pick(self::FIELDS), $this->maybe(fn (): string => $this->pick(array_keys(Kind::LEVELS))), $this->maybe(fn (): string => $this->pick(['full', 'part'])), $this->maybe(fn (): int => $this->random->getInt(2008, 2028))), $this->times(0, 2));
        $licences = array_map(fn (): Licence => new Licence($this->pick(self::CERTIFICATES), $this->maybe(fn (): \DateTimeImmutable => $this->near(900))), $this->times(0, 2));
        $languages = [];
        foreach ($this->times(0, 2) as $_) {
            $languages[$this->pick(['nb', 'en', 'pl'])] = $this->random->getInt(0, 6);
        }
        $town = $this->maybe(fn (): array => $this->pick(self::TOWNS)) ?? [null, null];
        $asked = $this->random->getInt(0, 3);
        $currency = $this->pick(['NOK', 'EUR', 'GBP', 'XXX']);

        return new Profile(
            Document::build(['' => [$this->queries->text(3), $this->queries->text(9)], 'title' => array_column($stints, 'title'), 'employer' => array_column($stints, 'employer'), 'school' => array_column($studies, 'school'), 'skill' => array_map(fn (): string => $this->queries->text(1), $this->times(0, 3))]),
            $this->maybe(fn (): float => $this->random->getInt(0, 250) / 10), $stints, $studies, $licences, $languages, $town[0], $town[1], $this->maybe($this->coin(...)), $this->maybe($this->coin(...)),
            $this->maybe(fn (): int => $this->random->getInt(20, 90) * ('NOK' === $currency ? 11_620 : 1_000) + $this->random->getInt(-1, 1)), $currency, $this->maybe(fn (): int => $this->random->getInt(0, 130)), $this->maybe(fn (): \DateTimeImmutable => $this->near(200)), array_values(array_unique(array_map(fn (): string => $this->pick(['NO', 'GB', 'PL']), $this->times(0, 2)))),
            $this->maybe(fn (): \DateTimeImmutable => $this->near(900)), $this->maybe(fn (): \DateTimeImmutable => $this->near(300)), $asked, $this->random->getInt(0, $asked), $this->maybe(fn (): \DateTimeImmutable => $this->near(400)), $this->chance(4) ? $this->near(100) : null,
            array_values(array_unique(array_map(fn (): string => $this->pick(self::TAGS), $this->times(0, 2)))),
        );
    }

    public function criterion(): Criterion
    {
        $kind = $this->pick(array_filter(Kind::cases(), static fn (Kind $k): bool => !\in_array($k, [Kind::Pipeline, Kind::SetAside], true)));

        return match ($kind) {
            Kind::OneJob => $this->job(),
            Kind::OneStudy => new Criterion($kind, out: $this->chance(6), parts: $this->parts([Kind::School, Kind::Field, Kind::Level, Kind::Mode, Kind::Finished])),
            default => $this->plain($kind),
        };
    }

    public function job(): Criterion
    {
        return new Criterion(Kind::OneJob, out: $this->chance(8), from: $this->chance(4) ? $this->random->getInt(2008, 2022) : null, to: $this->chance(4) ? $this->random->getInt(2012, 2026) : null, when: $this->pick([When::Ever, When::Ever, When::Now, When::Before]), parts: $this->parts([Kind::Title, Kind::Employer, Kind::Years, Kind::Work, Kind::Industry]));
    }

    /**
     * @param list<Kind> $of
     *
     * @return list<Criterion>
     */
    private function parts(array $of): array
    {
        return array_map(fn (Kind $k): Criterion => $this->plain($k)->with(['when' => When::Ever, 'unstated' => false, 'out' => $this->chance(6)] + ($k->ofJob() ? ['from' => null, 'to' => null] : [])), \array_slice($this->random->shuffleArray($of), 0, $this->random->getInt(1, 3)));
    }

    private function plain(Kind $kind): Criterion
    {
        $job = $kind->ofJob();
        $from = match ($kind) {
            Kind::Years => $this->chance(2) ? $this->random->getInt(0, 15) : null, Kind::Level => $this->random->getInt(1, 5), Kind::Finished => $this->chance(2) ? $this->random->getInt(2010, 2020) : null,
            Kind::Language => $this->maybe(fn (): int => $this->random->getInt(1, 6)), Kind::Chance => $this->random->getInt(0, 80), Kind::Pay => $this->chance(4) ? 300_000 : null,
            default => $job && $this->chance(4) ? $this->random->getInt(2008, 2022) : null,
        };
        $to = match ($kind) {
            Kind::Years => null === $from || $this->chance(2) ? $this->random->getInt(3, 22) : null, Kind::Finished => null === $from || $this->chance(2) ? $this->random->getInt(2012, 2028) : null,
            Kind::Pay => $this->pick([620_000, 55_000, 48_000]), Kind::Notice => $this->random->getInt(0, 120), Kind::Active, Kind::Considers => $this->random->getInt(0, 24), Kind::Written => $this->maybe(fn (): int => $this->random->getInt(0, 12)),
            default => $job && $this->chance(4) ? $this->random->getInt(2012, 2026) : null,
        };

        return new Criterion(
            $kind, $this->values($kind), $this->chance(6), $from, $to, $job ? $this->pick([When::Ever, When::Ever, When::Now, When::Before]) : When::Ever, $this->chance(3),
            Kind::Place === $kind && $this->chance(2) ? $this->random->getInt(0, 60) : null, Kind::Place === $kind && $this->chance(3), Kind::Pay === $kind ? $this->pick(['NOK', 'EUR', 'GBP']) : '', Kind::Pay === $kind && $this->chance(4) ? Frequency::Month : Frequency::Year,
            \in_array($kind, [Kind::FirstDay], true) || (Kind::Certificate === $kind && $this->chance(2)) ? $this->near(200)->format('Y-m-d') : '',
        );
    }

    /** @return list<string> */
    private function values(Kind $kind): array
    {
        $some = $this->some(...);

        return match ($kind) {
            Kind::Title => $some([...self::TITLES, 'electrician', 'officer', 'electro-technical', 'shore-power', 'marine electrical']), Kind::Employer => $some([...self::EMPLOYERS, 'Verft', 'repair', "O'Neill"]), Kind::Work => $some(array_keys(Kinds::WORK)),
            Kind::Industry => $some(array_keys(Kinds::EMPLOYERS)), Kind::Place => $some(['Bergen', 'Bergen, DE', 'Gdańsk', 'Halifax', 'København', 'Nowhere at all', 'Atlantis']), Kind::Permit => $some(['NO', 'GB', 'PL']), Kind::Field => $some([...self::FIELDS, 'engineering']),
            Kind::School => $some([...self::SCHOOLS, 'maritime college', 'school']), Kind::Mode => $some(['full', 'part']), Kind::Language => $some(['nb', 'en', 'pl']), Kind::Certificate => $some([...self::CERTIFICATES, 'certificate', 'high-voltage']), Kind::Tag => $some([...self::TAGS, 'Silver']),
            default => [],
        };
    }

    /**
     * @param list<string> $of
     *
     * @return list<string>
     */
    private function some(array $of): array
    {
        return array_values(array_unique(array_map(fn (): string => $this->pick($of), $this->times(1, 3))));
    }

    private function stint(): Stint
    {
        $ongoing = $this->chance(4);
        $from = $this->maybe(fn (): int => $this->random->getInt(12 * 2005, 12 * 2025));

        return new Stint($this->pick(self::TITLES), $this->pick(self::EMPLOYERS), $from, $ongoing ? null : $this->maybe(fn (): int => ($from ?? 12 * 2015) + $this->random->getInt(0, 80)), $ongoing);
    }

    private function near(int $days): \DateTimeImmutable
    {
        return $this->day->setTime(0, 0)->modify(\sprintf('%+d days', $this->random->getInt(-$days, intdiv($days, 2))));
    }

    public function chance(int $oneIn): bool
    {
        return 0 === $this->random->getInt(0, $oneIn - 1);
    }

    private function coin(): bool
    {
        return $this->chance(2);
    }

    /**
     * @template T
     *
     * @param callable(): T $make
     *
     * @return T|null
     */
    private function maybe(callable $make): mixed
    {
        return $this->chance(4) ? null : $make();
    }

    /**
     * @template T
     *
     * @param array<array-key, T> $of
     *
     * @return T
     */
    private function pick(array $of): mixed
    {
        $of = array_values($of);

        return $of[$this->random->getInt(0, \count($of) - 1)];
    }

    /** @return list<int> */
    private function times(int $least, int $most): array
    {
        $n = $this->random->getInt($least, $most);

        return 0 === $n ? [] : range(1, $n);
    }
}

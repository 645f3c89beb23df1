<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;

/** Decides person by person who passes, on full values as of a day. This is the definition of what a search means; the index has to agree with it. */
final readonly class Judge
{
    /** A phrase of more words has to be the whole title, name or field. */
    public const PHRASE = 4;

    public function __construct(private Context $context)
    {
    }

    public function passes(Node|Criterion $row, Profile $profile): bool
    {
        if ($row instanceof Node) {
            return (new Evaluator())->matches($row, $profile->document);
        }
        $met = $this->met($row, $profile);

        return $row->out ? true !== $met : $met ?? $row->unstated;
    }

    /**
     * Which alternatives of a row someone passes; empty when it has none.
     *
     * @return list<bool>
     */
    public function alternatives(Node|Criterion $row, Profile $profile): array
    {
        if ($row instanceof Node) {
            return $row instanceof \Jorvent\Core\Query\Any && '' === $row->written ? array_map(fn (Node $n): bool => $this->passes($n, $profile), $row->nodes) : [];
        }

        return array_map(fn (Criterion $one): bool => $this->passes($one, $profile), self::split($row));
    }

    /**
     * The alternatives of a criterion, each as one of its own; none where there are fewer than two, or it leaves out.
     *
     * @return list<Criterion>
     */
    public static function split(Criterion $row): array
    {
        if ($row->out || !$row->kind->hasValues()) {
            return [];
        }
        $each = array_map(static fn (string $v): Criterion => $row->with(['values' => [$v], 'moves' => false, 'unstated' => false]), $row->values);
        if ($row->moves) {
            $each[] = $row->with(['values' => [], 'unstated' => false]);
        }
        if ($row->unstated && self::canBeUnstated($row->kind)) {
            $each[] = $row->with(['values' => [], 'moves' => false]);
        }

        return \count($each) > 1 ? $each : [];
    }

    /** Whether it can be that it is not known of someone. */
    public static function canBeUnstated(Kind $kind): bool
    {
        return \in_array($kind, [Kind::Years, Kind::Place, Kind::Remote, Kind::Pay, Kind::Notice, Kind::FirstDay, Kind::Permit, Kind::Language, Kind::Active, Kind::Considers, Kind::Level, Kind::Finished], true);
    }

    /** Words to stand together in a text, or to be all of it when they are many. */
    public static function says(string $text, string $phrase): bool
    {
        $terms = (new Tokeniser())->row($phrase);
        if ([] === $terms) {
            return false;
        }
        if (\count($terms) > self::PHRASE) {
            return $terms === (new Tokeniser())->row($text);
        }
        $document = Document::of($text);
        $evaluator = new Evaluator();
        $words = (new Tokeniser())->words($phrase);
        foreach (1 === \count($words) ? (new Tokeniser())->alternatives($words[0][0]) : [$terms] as $row) {
            if ($evaluator->matches(new Row($row), $document)) {
                return true;
            }
        }

        return false;
    }

    /** @return bool|null null when it is not known */
    private function met(Criterion $c, Profile $p): ?bool
    {
        $day = $this->context->day->setTime(0, 0);

        return match ($c->kind) {
            Kind::Years => null === $p->years ? null : self::within((int) $p->years, $c),
            Kind::Title, Kind::Employer, Kind::Work, Kind::Industry => self::some($c->isBetween() || When::Ever !== $c->when ? \array_slice($p->stints, 0, Profile::STINTS) : $p->stints, fn (Stint $s): bool => $this->meets($s, $c)),
            Kind::Place => $this->place($c, $p),
            Kind::Remote => $p->remote,
            Kind::Pay => $this->pay($c, $p),
            Kind::Notice => null === $p->notice ? null : $p->notice <= ($c->to ?? 0),
            Kind::FirstDay => null === $p->firstDay ? null : $p->firstDay->format('Y-m-d') <= $c->day,
            Kind::Permit => [] === $p->permits ? null : [] !== array_intersect($c->values, $p->permits),
            Kind::Level, Kind::Finished => [] === $p->studies ? null : self::some($p->studies, fn (Study $s): bool => $this->ofStudy($s, $c)),
            Kind::Field, Kind::School, Kind::Mode => self::some($p->studies, fn (Study $s): bool => $this->ofStudy($s, $c)),
            Kind::Language => [] === $p->languages ? null : self::some($c->values, static fn (string $l): bool => isset($p->languages[$l]) && (null === $c->from || $p->languages[$l] >= $c->from)),
            Kind::Certificate => self::some(\array_slice($p->licences, 0, Profile::LICENCES), static fn (Licence $l): bool => ('' === $c->day || null === $l->until || $l->until->format('Y-m-d') >= $c->day) && self::some($c->values, static fn (string $v): bool => self::says($l->name, $v))),
            Kind::Active => null === $p->active ? null : $p->active >= $this->context->monthsAgo($c->to ?? 0),
            Kind::Considers => null === $p->considers ? null : $p->considers >= $this->context->monthsAgo($c->to ?? 0),
            Kind::Chance => $this->context->chance->of($p, $day) >= ($c->from ?? 0),
            Kind::Tag => [] !== array_intersect(array_map(self::folded(...), $c->values), $p->tags),
            Kind::Written => null !== $p->written && (null === $c->to || $p->written >= $this->context->monthsAgo($c->to)),
            Kind::Barred => null !== $p->barredUntil && $p->barredUntil > $day,
            Kind::Pipeline => self::some($c->values, static fn (string $v): bool => 'any' === $v ? [] !== $p->pipelines : \in_array($v, $p->pipelines, true)),
            Kind::SetAside => [] !== array_intersect($c->values, $p->setAside),
            Kind::OneJob => self::some(\array_slice($p->stints, 0, Profile::STINTS), fn (Stint $s): bool => $this->meets($s, $c)),
            Kind::OneStudy => self::some(\array_slice($p->studies, 0, Profile::STUDIES), fn (Study $s): bool => !self::some($c->parts, fn (Criterion $part): bool => $part->out === $this->ofStudy($s, $part))),
        };
    }

    /** Whether one job is what a criterion of jobs, or a tie of them, asks for. */
    public function meets(Stint $stint, Criterion $c): bool
    {
        return $this->then($stint, $c) && (Kind::OneJob === $c->kind ? !self::some($c->parts, fn (Criterion $part): bool => $part->out === $this->ofStint($stint, $part)) : $this->ofStint($stint, $c));
    }

    public static function folded(string $text): string
    {
        return mb_strtolower(trim($text));
    }

    private function ofStint(Stint $stint, Criterion $c): bool
    {
        $months = $stint->months($this->context->month());

        return match ($c->kind) {
            Kind::Title => self::some($c->values, static fn (string $v): bool => self::says($stint->title, $v)),
            Kind::Employer => self::some($c->values, static fn (string $v): bool => self::says($stint->employer, $v)),
            Kind::Work => \in_array($stint->work, $c->values, true),
            Kind::Industry => \in_array($stint->industry, $c->values, true),
            Kind::Years => null !== $months && self::within(intdiv($months, 12), $c),
            default => throw new \LogicException('No part of a job.'),
        };
    }

    private function ofStudy(Study $study, Criterion $c): bool
    {
        return match ($c->kind) {
            Kind::School => self::some($c->values, static fn (string $v): bool => self::says($study->school, $v)),
            Kind::Field => self::some($c->values, static fn (string $v): bool => self::says($study->field, $v)),
            Kind::Level => (Kind::LEVELS[$study->level ?? ''] ?? 0) >= max(1, $c->from ?? 1),
            Kind::Mode => null !== $study->mode && \in_array($study->mode, $c->values, true),
            Kind::Finished => null !== $study->ended && self::within($study->ended, $c),
            default => throw new \LogicException('No part of a study.'),
        };
    }

    /** Held now, ever, before, and within calendar years. */
    private function then(Stint $stint, Criterion $c): bool
    {
        if (When::Now === $c->when && !$stint->ongoing || When::Before === $c->when && $stint->ongoing) {
            return false;
        }
        if (!$c->isBetween()) {
            return true;
        }
        $from = $stint->from ?? $stint->to;
        $to = $stint->to ?? $stint->from;
        if (null === $from) {
            return false;
        }

        return (null === $c->to || $from <= 12 * $c->to + 11) && (null === $c->from || $stint->ongoing || $to >= 12 * $c->from);
    }

    private function place(Criterion $c, Profile $p): ?bool
    {
        if ($c->moves && true === $p->moves) {
            return true;
        }
        if (null === $p->town || '' === $p->town) {
            return null;
        }
        $here = $this->context->gazetteer->find($p->town, $p->country);
        foreach ($c->values as $value) {
            $there = $this->context->gazetteer->named($value);
            if (Gazetteer::fold($value) === Gazetteer::fold($p->town) || (null !== $here && null !== $there && ($here === $there || (null !== $c->km && $there->km($here) <= $c->km)))) {
                return true;
            }
        }

        return false;
    }

    private function pay(Criterion $c, Profile $p): ?bool
    {
        if (null === $p->expects || '' === $p->currency) {
            return null;
        }
        $most = null === $c->to ? \PHP_INT_MAX : $this->context->in($p->currency, $c->to, $c->currency, $c->frequency);
        $least = null === $c->from ? 0 : $this->context->in($p->currency, $c->from, $c->currency, $c->frequency);

        return null === $most || null === $least ? null : $p->expects <= $most && $p->expects >= $least;
    }

    private static function within(int $value, Criterion $c): bool
    {
        return (null === $c->from || $value >= $c->from) && (null === $c->to || $value <= $c->to);
    }

    /**
     * @template T
     *
     * @param iterable<T>       $all
     * @param callable(T): bool $test
     */
    private static function some(iterable $all, callable $test): bool
    {
        foreach ($all as $one) {
            if ($test($one)) {
                return true;
            }
        }

        return false;
    }
}

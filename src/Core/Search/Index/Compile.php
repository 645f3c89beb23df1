<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Search\Context;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Gazetteer;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Notation;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Town;
use Jorvent\Core\Search\When;

/** Rows of a search as sets of keys; held equal to Judge by a property test. */
final class Compile
{
    private const PHRASES = ['title' => 'v:t:', 'employer' => 'v:e:', 'school' => 'ed:s:'];
    /** Calendar years a study may have ended in. */
    private const YEARS = [1900, 2155];

    /** @var array<string, Expr> parts that several rows and alternatives have, so that each is put together once */
    private array $shared = [];

    /** @param array{j: int, e: int, c: int} $slots how many jobs, studies and certificates of one person are looked through: no more than anyone has */
    public function __construct(private readonly Context $context, private readonly array $slots = ['j' => Profile::STINTS, 'e' => Profile::STUDIES, 'c' => Profile::LICENCES])
    {
    }

    public function row(Node|Criterion $row): RowPlan
    {
        if ($row instanceof Node) {
            $alternatives = $row instanceof Any && '' === $row->written ? array_map(self::node(...), $row->nodes) : [];

            return new RowPlan([] === $alternatives ? self::node($row) : new Join($alternatives), $alternatives);
        }
        $alternatives = array_map($this->criterion(...), Judge::split($row));
        if ($row->out || (Kind::OneJob !== $row->kind && Kind::OneStudy !== $row->kind)) {
            return new RowPlan([] === $alternatives ? $this->criterion($row) : new Join($alternatives), $alternatives);
        }

        return new RowPlan(
            $this->criterion($row), [], array_map(fn (int $i): Expr => $this->criterion($row->with(['parts' => array_values(array_diff_key($row->parts, [$i => 0]))])), array_keys($row->parts)),
            new Meet(array_map(fn (Criterion $part): Expr => $this->criterion(Kind::OneJob === $row->kind && $part->kind->ofJob() ? $part->with(['when' => $row->when, 'from' => $row->from, 'to' => $row->to]) : ($part->kind->ofStudy() ? $part : new Criterion($row->kind, when: $row->when, parts: [$part]))), $row->parts)),
        );
    }

    /** A query, which needs nothing besides people. */
    public static function node(Node $node): Expr
    {
        return match (true) {
            $node instanceof Row => self::said($node),
            $node instanceof Not => new Minus(self::node($node->node)),
            $node instanceof All => new Meet(array_map(self::node(...), $node->nodes)),
            $node instanceof Any => new Join(array_map(self::node(...), $node->nodes)),
            default => throw new \LogicException('An unknown node.'),
        };
    }

    private static function said(Row $row): Expr
    {
        // a phrase of a title, an employer or a school has a key
        $prefix = self::PHRASES[$row->field] ?? null;

        return match (true) {
            $row->prefix => new Said($row),
            1 === \count($row->terms) => new Leaf(Keys::word($row->lexemes()[0])),
            null !== $prefix && \count($row->terms) <= Judge::PHRASE => new Leaf($prefix.implode(' ', $row->terms)),
            default => new Said($row),
        };
    }

    public function criterion(Criterion $c): Expr
    {
        if ($c->out) {
            return new Minus($this->criterion($c->with(['out' => false, 'unstated' => false])));
        }
        $met = $this->met($c);

        return $c->unstated && Judge::canBeUnstated($c->kind) ? new Join([$met, $this->untold($c)]) : $met;
    }

    private function met(Criterion $c): Expr
    {
        return match ($c->kind) {
            Kind::Years => $this->range('years', Numbers::BITS['years'], $c->from, $c->to),
            Kind::Title, Kind::Employer, Kind::Work, Kind::Industry => $c->isBetween() || When::Ever !== $c->when ? $this->jobs($c, [$c->with(['when' => When::Ever, 'from' => null, 'to' => null])]) : $this->ofValues('v:', $c),
            Kind::Place => $this->place($c),
            Kind::Remote => new Leaf('remote'),
            Kind::Pay => $this->pay($c),
            Kind::Notice => Numbers::atMost('notice', $c->to ?? 0, Numbers::BITS['notice']),
            Kind::FirstDay => Numbers::atMost('first', Numbers::days($c->day), Numbers::BITS['first']),
            Kind::Permit => new Join(array_map(static fn (string $v): Expr => new Leaf('permit:'.$v), $c->values)),
            Kind::Level, Kind::Field, Kind::School, Kind::Mode => $this->ofStudy('ed:', $c),
            Kind::Finished => $this->finished($c->from ?? self::YEARS[0], $c->to ?? self::YEARS[1]),
            Kind::Language => new Join(array_map(static fn (string $v): Expr => self::ranks("lang:$v:", $c->from ?? 0, 6), $c->values)),
            Kind::Certificate => $this->certificates($c),
            Kind::Active => Numbers::atLeast('active', Numbers::days($this->context->monthsAgo($c->to ?? 0)), Numbers::BITS['active']),
            Kind::Considers => Numbers::atLeast('considers', Numbers::days($this->context->monthsAgo($c->to ?? 0)), Numbers::BITS['considers']),
            Kind::Chance => $this->chance($c->from ?? 0),
            Kind::Tag => new Join(array_map(static fn (string $v): Expr => new Leaf('tag:'.Judge::folded($v)), $c->values)),
            Kind::Written => null === $c->to ? new Leaf('written') : Numbers::atLeast('written', Numbers::days($this->context->monthsAgo($c->to)), Numbers::BITS['written']),
            Kind::Barred => Numbers::atLeast('barred', Numbers::days($this->context->day) + 1, Numbers::BITS['barred']),
            Kind::Pipeline => new Join(array_map(static fn (string $v): Expr => new Leaf('in:'.$v), $c->values)),
            Kind::SetAside => new Join(array_map(static fn (string $v): Expr => new Leaf('aside:'.$v), $c->values)),
            Kind::OneJob => $this->jobs($c, $c->parts),
            Kind::OneStudy => new Join(array_map(fn (int $i): Expr => new Meet([new Leaf("e$i"), ...array_map(fn (Criterion $p): Expr => $this->turned($p, $this->ofStudy("e$i:", $p)), $c->parts)]), self::below($this->slots['e']))),
        };
    }

    /** Those of whom it is not known. */
    private function untold(Criterion $c): Expr
    {
        return match ($c->kind) {
            // a place is told for those who would move, if that is asked; a currency without a rate tells nothing
            Kind::Place => new Minus(new Join([new Leaf('town'), ...$c->moves ? [new Leaf('moves')] : []])),
            Kind::Pay => new Minus(new Join(array_map(static fn (string $k): Expr => new Leaf('cur:'.$k), array_keys($this->limits($c))))),
            Kind::FirstDay => new Minus(new Leaf('first')),
            Kind::Remote => new Minus(new Leaf('remote.told')),
            Kind::Language => new Minus(new Leaf('lang')),
            Kind::Level, Kind::Finished => new Minus(new Leaf('study')),
            default => new Minus(new Leaf($c->kind->value)),
        };
    }

    private function range(string $name, int $bits, ?int $from, ?int $to): Expr
    {
        return new Meet([new Leaf($name), ...null === $from ? [] : [Numbers::atLeast($name, $from, $bits)], ...null === $to ? [] : [Numbers::atMost($name, $to, $bits)]]);
    }

    /** Phrases or kinds under a prefix, of a title, employer, work or industry. */
    private function ofValues(string $prefix, Criterion $c): Expr
    {
        $letter = match ($c->kind) {
            Kind::Title => 't', Kind::Employer => 'e', Kind::Work => 'w', default => 'i',
        };

        return new Join(array_map(fn (string $v): Expr => $c->kind->ofWords() ? $this->phrase("$prefix$letter:", $v) : new Leaf("$prefix$letter:$v"), $c->values));
    }

    private function phrase(string $prefix, string $value): Expr
    {
        $tokeniser = new Tokeniser();
        $words = $tokeniser->words($value);
        if ([] === $words) {
            return new Join([]);
        }
        $rows = 1 === \count($words) ? $tokeniser->alternatives($words[0][0]) : [$tokeniser->row($value)];
        // a word of more parts than a phrase may have is looked for as the whole
        if (\count($tokeniser->row($value)) > Judge::PHRASE) {
            $rows = [$tokeniser->row($value)];
        }

        return new Join(array_map(static fn (array $row): Expr => new Leaf($prefix.implode(' ', $row)), $rows));
    }

    /** @param list<Criterion> $parts */
    private function jobs(Criterion $c, array $parts): Expr
    {
        $of = [];
        for ($i = 0; $i < $this->slots['j']; ++$i) {
            $all = [$this->shared("j$i|{$c->when->value}|$c->from|$c->to|".($c->isBetween() ? 1 : 0), fn (): Expr => $this->then($i, $c))];
            foreach ($parts as $part) {
                $all[] = $this->shared("j$i|".Notation::write($part), fn (): Expr => $this->turned($part, Kind::Years === $part->kind ? $this->length($i, $part) : $this->ofValues("j$i:", $part)));
            }
            $of[] = new Meet($all);
        }

        return new Join($of);
    }

    /** The N-th job of someone, when it is held at the time asked for. */
    private function then(int $i, Criterion $c): Expr
    {
        $all = [new Leaf("j$i")];
        if (When::Ever !== $c->when) {
            $all[] = When::Now === $c->when ? new Leaf("j$i:now") : new Minus(new Leaf("j$i:now"));
        }
        if ($c->isBetween()) {
            $all[] = new Leaf("j$i:f");
            $all[] = null === $c->to ? new Leaf("j$i:f") : Numbers::atMost("j$i:f", 12 * $c->to + 11 - Numbers::MONTH_ZERO, Numbers::SLOT_BITS['f']);
            $all[] = null === $c->from ? new Leaf("j$i") : new Join([new Leaf("j$i:now"), Numbers::atLeast("j$i:to", 12 * $c->from - Numbers::MONTH_ZERO, Numbers::SLOT_BITS['t'])]);
        }

        return new Meet($all);
    }

    /** @param callable(): Expr $make */
    private function shared(string $key, callable $make): Expr
    {
        return $this->shared[$key] ??= $make();
    }

    /** @return list<int> */
    private static function below(int $n): array
    {
        return $n > 0 ? range(0, $n - 1) : [];
    }

    private function turned(Criterion $part, Expr $met): Expr
    {
        return $part->out ? new Minus($met) : $met;
    }

    /** Completed years in one job; of one that goes on, told by its first month. */
    private function length(int $i, Criterion $part): Expr
    {
        $bits = Numbers::SLOT_BITS['f'];
        $now = $this->context->month() - Numbers::MONTH_ZERO;
        $ended = [new Leaf("j$i:l")];
        $since = [new Leaf("j$i:since")];
        if (null !== $part->from) {
            $ended[] = Numbers::atLeast("j$i:l", 12 * $part->from, Numbers::SLOT_BITS['l']);
            if ($part->from > 0) {
                $since[] = Numbers::atMost("j$i:f", $now + 1 - 12 * $part->from, $bits);
            }
        }
        if (null !== $part->to) {
            $ended[] = Numbers::atMost("j$i:l", 12 * $part->to + 11, Numbers::SLOT_BITS['l']);
            $since[] = Numbers::atLeast("j$i:f", $now + 1 - 12 * $part->to - 11, $bits);
        }

        return new Join([new Meet($ended), new Meet($since)]);
    }

    private function ofStudy(string $prefix, Criterion $c): Expr
    {
        return match ($c->kind) {
            Kind::School => new Join(array_map(fn (string $v): Expr => $this->phrase($prefix.'s:', $v), $c->values)),
            Kind::Field => new Join(array_map(fn (string $v): Expr => $this->phrase($prefix.'d:', $v), $c->values)),
            Kind::Mode => new Join(array_map(static fn (string $v): Expr => new Leaf($prefix.'m:'.$v), $c->values)),
            Kind::Level => self::ranks($prefix.'v:', max(1, $c->from ?? 1), 5),
            Kind::Finished => $this->range($prefix.'y', Numbers::SLOT_BITS['y'], null === $c->from ? null : $c->from - Numbers::YEAR_ZERO, null === $c->to ? null : $c->to - Numbers::YEAR_ZERO),
            default => throw new \LogicException('No part of a study.'),
        };
    }

    /** Any rank from one to the last; none where there is no such rank. */
    private static function ranks(string $prefix, int $from, int $last): Expr
    {
        $ranks = $from > $last ? [] : range($from, $last);

        return new Join(array_map(static fn (int $rank): Expr => new Leaf($prefix.$rank), $ranks));
    }

    private function finished(int $from, int $to): Expr
    {
        $years = $to < $from ? [] : range(max(self::YEARS[0], $from), max(self::YEARS[0], min(self::YEARS[1], $to)));

        return new Join(array_map(static fn (int $y): Expr => new Leaf("ed:year:$y"), $years));
    }

    private function certificates(Criterion $c): Expr
    {
        $of = [];
        for ($i = 0; $i < $this->slots['c']; ++$i) {
            $named = new Join(array_map(fn (string $v): Expr => $this->phrase("c$i:n:", $v), $c->values));
            $of[] = '' === $c->day ? $named : new Meet([$named, $this->shared("c$i:u|$c->day", static fn (): Expr => new Join([new Leaf("c$i:open"), Numbers::atLeast("c$i:u", Numbers::days($c->day), Numbers::SLOT_BITS['u'])]))]);
        }

        return new Join($of);
    }

    private function chance(int $percent): Expr
    {
        $of = [];
        $edges = array_map(fn (int $days): int => Numbers::days($this->context->day->setTime(0, 0)->modify("-$days days")), AnswerChance::ACTIVITY);
        $bits = Numbers::BITS['active'];
        foreach (AnswerChance::HISTORIES as $history) {
            foreach (range(0, \count($edges) + 1) as $activity) {
                if ($this->context->chance->percent($history, $activity) < $percent) {
                    continue;
                }
                $of[] = new Meet([new Leaf('ans:'.$history), match (true) {
                    $activity > \count($edges) => new Minus(new Leaf('active')),
                    0 === $activity => Numbers::atLeast('active', $edges[0], $bits),
                    default => new Meet([Numbers::atMost('active', $edges[$activity - 1] - 1, $bits), ...$activity < \count($edges) ? [Numbers::atLeast('active', $edges[$activity], $bits)] : []]),
                }]);
            }
        }

        return new Join($of);
    }

    private function place(Criterion $c): Expr
    {
        $gazetteer = $this->context->gazetteer;
        $keys = [];
        foreach ($c->values as $value) {
            $keys['town:'.Gazetteer::fold($value)] = true;
            $there = $gazetteer->named($value);
            foreach (null === $there ? [] : $gazetteer->near($there, $c->km ?? 0) as $town) {
                foreach ($town === $there || null !== $c->km ? $this->called($town) : [] as $key) {
                    $keys[$key] = true;
                }
            }
            foreach (null === $there ? [] : $this->called($there) as $key) {
                $keys[$key] = true;
            }
        }

        return new Join([...array_map(static fn (int|string $k): Expr => new Leaf((string) $k), array_keys($keys)), ...$c->moves ? [new Leaf('moves')] : []]);
    }

    /** @return list<string> the keys someone in that town stands under */
    private function called(Town $town): array
    {
        $keys = [];
        foreach ($town->names as $name) {
            if ($this->context->gazetteer->find($name, $town->country) === $town) {
                $keys[] = 'town:'.Gazetteer::fold($name).'|'.$town->country;
            }
            if ($this->context->gazetteer->find($name) === $town) {
                $keys[] = 'town:'.Gazetteer::fold($name).'|';
            }
        }

        return $keys;
    }

    private function pay(Criterion $c): Expr
    {
        $of = [];
        foreach ($this->limits($c) as $currency => [$least, $most]) {
            $of[] = new Meet([new Leaf('cur:'.$currency), $this->range('pay', Numbers::BITS['pay'], $least, $most)]);
        }

        return new Join($of);
    }

    /** @return array<string, array{int|null, int|null}> the limits in each currency that has a rate, and in its own */
    private function limits(Criterion $c): array
    {
        $limits = [];
        foreach (array_unique([$c->currency, ...array_keys($this->context->perEuro)]) as $currency) {
            $most = null === $c->to ? \PHP_INT_MAX : $this->context->in($currency, $c->to, $c->currency, $c->frequency);
            $least = null === $c->from ? 0 : $this->context->in($currency, $c->from, $c->currency, $c->frequency);
            if (null !== $most && null !== $least && '' !== $currency) {
                $limits[$currency] = [0 === $least ? null : $least, \PHP_INT_MAX === $most ? null : $most];
            }
        }

        return $limits;
    }
}

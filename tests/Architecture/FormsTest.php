<?php

declare(strict_types=1);

namespace Jorvent\Tests\Architecture;

use Jorvent\Accounts\Access\RequestIds;
use Jorvent\Tests\Support\Controllers;
use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\NodeFinder;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** What controllers take from a form: words of a choice through enums, and numbers under names of which it is known whether they are ids. */
#[CoversNothing]
final class FormsTest extends TestCase
{
    private const READERS = ['line', 'text', 'getString', 'get'];
    /** Numbers that are no ids. */
    private const NUMBERS = [
        'open', 'max_days', 'yearsFrom', 'yearsTo', 'after_days', 'ask_days', 'at', 'bed', 'days', 'after', 'enough', 'future', 'from', 'if_least', 'in', 'least', 'least_years', 'mark', 'max_title', 'max_words',
        'min_words', 'minutes', 'months', 'most', 'opened_within_days', 'page', 'pays', 'plan', 'points', 'positions', 'price_days', 'price_quota', 'rank', 'reach', 'share', 'smallest',
        'sourced', 'sum', 'to', 'version', 'weight', 'years', 'before', 'months_application', 'tries',
    ];
    /** Ids of things that belong to nobody in particular: who may change them is asked at the gate, or by the use case. */
    private const OPEN_IDS = [
        'account', 'answer', 'answer_id', 'brand', 'brand_id', 'company', 'earlier', 'end', 'family', 'for', 'id', 'library', 'list', 'off', 'page_id', 'parent', 'pay', 'place',
        'profile', 'question', 'rule', 'site', 'template', 'unit', 'units', 'who',
    ];

    public function testAWordOfAFormIsNeverComparedByHand(): void
    {
        $found = [];
        $seen = 0;
        foreach (Controllers::methods() as ['class' => $class, 'method' => $method, 'tree' => $tree]) {
            ++$seen;
            foreach (self::compared($tree) as $word) {
                $found[] = "$class::$method compares a field with \"$word\"; read it with choice()";
            }
        }
        self::assertGreaterThan(200, $seen);
        self::assertSame([], $found);
    }

    public function testOfEveryNumberItIsKnownWhetherItIsAnId(): void
    {
        $known = [...array_keys(RequestIds::SENT), ...self::NUMBERS, ...self::OPEN_IDS];
        $unknown = [];
        foreach (Controllers::methods() as ['class' => $class, 'method' => $method, 'tree' => $tree]) {
            foreach (array_diff(Controllers::read($tree, ['int', 'ints', 'whole']), $known) as $name) {
                if (!self::isColumn($tree, $name)) {
                    $unknown[] = "$class::$method reads \"$name\"";
                }
            }
        }
        self::assertSame([], $unknown, 'say in RequestIds what these stand for, or here that they are no ids');
    }

    /** Whether it is read of a row of the database, not of a form. */
    private static function isColumn(Node $tree, string $name): bool
    {
        foreach ((new NodeFinder())->findInstanceOf($tree, Expr\MethodCall::class) as $call) {
            $first = $call->args[0] ?? null;
            if ($first instanceof Node\Arg && $first->value instanceof Node\Scalar\String_ && $name === $first->value->value && 'int' === (string) ($call->name instanceof Node\Identifier ? $call->name : '')) {
                $var = $call->var;

                return !($var instanceof Expr\Variable && 'input' === $var->name) && !$var instanceof Expr\StaticCall;
            }
        }

        return false;
    }

    /** @return list<string> words that a field is compared with, by === or in a match */
    private static function compared(Node $tree): array
    {
        $words = [];
        $finder = new NodeFinder();
        foreach ($finder->find($tree, static fn (Node $n): bool => $n instanceof Expr\BinaryOp\Identical || $n instanceof Expr\BinaryOp\NotIdentical) as $one) {
            \assert($one instanceof Expr\BinaryOp);
            foreach ([[$one->left, $one->right], [$one->right, $one->left]] as [$word, $read]) {
                if ($word instanceof Node\Scalar\String_ && !\in_array($word->value, ['', '1'], true) && self::reads($read)) {
                    $words[] = $word->value;
                }
            }
        }
        foreach ($finder->findInstanceOf($tree, Expr\Match_::class) as $match) {
            if (self::reads($match->cond)) {
                $words[] = 'match';
            }
        }

        return $words;
    }

    /** Whether something is read of a form by name; of the query a page that shows may fall back to what it shows first. */
    private static function reads(Expr $of): bool
    {
        if (!$of instanceof Expr\MethodCall || !$of->name instanceof Node\Identifier || !\in_array((string) $of->name, self::READERS, true)) {
            return false;
        }

        $bag = $of->var instanceof Expr\PropertyFetch && $of->var->name instanceof Node\Identifier ? (string) $of->var->name : '';

        return !\in_array($bag, ['query', 'headers', 'attributes', 'cookies'], true);
    }
}

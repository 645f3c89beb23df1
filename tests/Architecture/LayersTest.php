<?php

declare(strict_types=1);

namespace Jorvent\Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The directions of the house, checked by PHPStan (phpat): Core knows nobody, use cases know no pages, stand-ins are known to nobody. */
final class LayersTest
{
    public function testCoreKnowsOnlyItself(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Jorvent\Core'))->canOnlyDependOn()->classes(
            Selector::inNamespace('Jorvent\Core'), Selector::classname('/^(DateTimeImmutable|DateTimeZone|DateTimeInterface|DateInterval|Normalizer|IntlChar|LogicException|DomainException|Throwable|UnitEnum|BackedEnum|SensitiveParameter)$/', true),
        )->because('the computation is pure PHP without input or output');
    }

    public function testUseCasesDoNotKnowPages(): Rule
    {
        return PHPat::rule()->classes(Selector::AllOf(Selector::inNamespace('Jorvent'), Selector::Not(Selector::classname('/\\\\Web\\\\/', true)), Selector::Not(Selector::inNamespace('Jorvent\Tests'))))
            ->shouldNotDependOn()->classes(Selector::classname('/^Jorvent\\\\(?!Platform)[A-Za-z]+\\\\Web\\\\/', true))->because('arrows point down only');
    }

    public function testStandInsAreKnownToNobody(): Rule
    {
        return PHPat::rule()->classes(Selector::AllOf(Selector::inNamespace('Jorvent'), Selector::Not(Selector::classname('/\\\\StandIn\\\\/', true)), Selector::Not(Selector::inNamespace('Jorvent\Tests'))))
            ->shouldNotDependOn()->classes(Selector::classname('/\\\\StandIn\\\\/', true))->because('the outside is reached over a wire');
    }
}

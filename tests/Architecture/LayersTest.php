<?php

declare(strict_types=1);

namespace Jorvent\Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The directions of the house, checked by PHPStan (phpat): Core knows nobody, use cases know no pages, stand-ins are known to nobody. */
final class LayersTest
{
    /** Modules that keep their data through Doctrine whole. */
    private const THROUGH_DOCTRINE = [
        'Accounts', 'Activity', 'Adverts', 'Careers', 'Catalogue', 'Guests', 'Organisation', 'Reference', 'Requisitions',
        'Screening', 'Setup', 'Shell',
    ];

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

    public function testPlatformKnowsNoModule(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Jorvent\Platform'))->shouldNotDependOn()->classes(Selector::AllOf(
            Selector::inNamespace('Jorvent'),
            Selector::Not(Selector::inNamespace('Jorvent\Platform')),
            Selector::Not(Selector::inNamespace('Jorvent\Core\Shared')),
        ))->because('what is technical is there for all modules alike');
    }

    public function testDrawingKnowsTheComputationAlone(): Rule
    {
        return PHPat::rule()->classes(Selector::inNamespace('Jorvent\Drawing'))->shouldNotDependOn()->classes(Selector::AllOf(
            Selector::inNamespace('Jorvent'),
            Selector::Not(Selector::inNamespace('Jorvent\Drawing')),
            Selector::Not(Selector::inNamespace('Jorvent\Core')),
        ))->because('a drawing is made of values');
    }

    /** @return iterable<Rule> */
    public function testRepositoriesAndFormsStayInTheirModule(): iterable
    {
        foreach (self::THROUGH_DOCTRINE as $module) {
            yield PHPat::rule()->classes(Selector::AllOf(
                Selector::inNamespace('Jorvent'),
                Selector::Not(Selector::inNamespace('Jorvent\\'.$module)),
                Selector::Not(Selector::inNamespace('Jorvent\Tests')),
                Selector::Not(Selector::inNamespace('Jorvent\Demo')),
            ))->shouldNotDependOn()->classes(
                Selector::classname('/^Jorvent\\\\'.$module.'\\\\(?:Repository|Form|Store)\\\\/', true),
            )->because('modules call the use cases and queries of others');
        }
    }

    /** @return iterable<Rule> */
    public function testNobodyKnowsWhatStandsAboveAll(): iterable
    {
        foreach (['Today', 'Departments', 'Guests'] as $module) {
            yield PHPat::rule()->classes(Selector::AllOf(
                Selector::inNamespace('Jorvent'), Selector::Not(Selector::inNamespace('Jorvent\\'.$module)), Selector::Not(Selector::inNamespace('Jorvent\Tests')),
            ))->shouldNotDependOn()->classes(Selector::inNamespace('Jorvent\\'.$module))->because('it puts together what all others tell');
        }
    }

    public function testStandInsAreKnownToNobody(): Rule
    {
        return PHPat::rule()->classes(Selector::AllOf(Selector::inNamespace('Jorvent'), Selector::Not(Selector::classname('/\\\\StandIn\\\\/', true)), Selector::Not(Selector::inNamespace('Jorvent\Tests'))))
            ->shouldNotDependOn()->classes(Selector::classname('/\\\\StandIn\\\\/', true))->because('the outside is reached over a wire');
    }
}

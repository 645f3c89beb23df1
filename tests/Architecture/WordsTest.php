<?php

declare(strict_types=1);

namespace Jorvent\Tests\Architecture;

use Jorvent\Accounts\Access\Role;
use Jorvent\Core\Fit\Coverage;
use Jorvent\Core\Organisation\Cause;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Query\ProblemCode;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\Post;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Core\Workflow\Urgency;
use Jorvent\Pipeline\Entity\Application;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Yaml\Yaml;

/** Every code is worded, and candidates' words are complete in all three languages. */
#[CoversNothing]
final class WordsTest extends TestCase
{
    public function testCandidateLanguagesAreComplete(): void
    {
        $english = self::catalogue('candidate.en');
        foreach (['nb', 'pl'] as $locale) {
            $other = self::catalogue('candidate.'.$locale);
            self::assertSame([], array_diff_key($english, $other), $locale.' lacks words');
            self::assertSame([], array_diff_key($other, $english), $locale.' has words too many');
            foreach ($english as $key => $text) {
                self::assertEqualsCanonicalizing(self::fields($text), array_values(array_unique(self::fields($other[$key]))), "$locale $key uses other fields");
            }
        }
    }

    public function testEveryCodeIsWorded(): void
    {
        $words = self::catalogue('messages.en') + self::catalogue('candidate.en');
        $wanted = [];
        foreach (self::sources() as $code) {
            preg_match_all('/(?:Refused::because\(|new Refusal\([^,]+,\s*)\'([a-z_]+)\'[,)]/', $code, $m);
            array_push($wanted, ...array_map(static fn (string $c): string => 'refusal.'.$c, $m[1]));
            preg_match_all('/->record\(\'([a-z_.]+)\',/', $code, $m);
            array_push($wanted, ...array_map(static fn (string $c): string => 'act.'.$c, $m[1]));
            preg_match_all('/new Finding\([^,]+,\s*\'([a-z_]+)\'/', $code, $m);
            array_push($wanted, ...array_map(static fn (string $c): string => 'structure.'.$c, $m[1]));
            preg_match_all('/new Unreadable\(\'([a-z_]+)\'/', $code, $m);
            array_push($wanted, ...array_map(static fn (string $c): string => 'refusal.'.$c, $m[1]));
            preg_match_all('/->say\(\'([a-z_]+)\'[,)]/', $code, $m);
            array_push($wanted, ...array_map(static fn (string $c): string => 'said.'.$c, $m[1]));
        }
        foreach ([[Stage::cases(), 'stage.'], [ApplicationState::cases(), 'application.'], [RequisitionState::cases(), 'state.'], [Post::cases(), 'post.'], [Role::cases(), 'role.'], [Urgency::cases(), 'urgency.'], [Coverage::cases(), 'coverage.'], [ProblemCode::cases(), 'query.'], [Cause::cases(), 'why.head.'], [Cause::cases(), 'why.yes.'], [Cause::cases(), 'why.no.'], [Cause::cases(), 'why.question.'], [UnitKind::cases(), 'unit.']] as [$cases, $prefix]) {
            array_push($wanted, ...array_map(static fn (\BackedEnum $c): string => $prefix.$c->value, $cases));
        }
        array_push($wanted, ...array_map(static fn (string $r): string => 'close_reason.'.$r, Application::CLOSE_REASONS));
        // codes that only candidates meet are worded in their own catalogue, as "error."
        $missing = array_filter(array_unique($wanted), static fn (string $key): bool => !isset($words[$key]) && !isset($words[str_replace('refusal.', 'error.', $key)]));
        self::assertSame([], array_values($missing));
        self::assertGreaterThan(100, \count(array_unique($wanted)));
    }

    /** @return list<string> */
    private static function fields(string $text): array
    {
        preg_match_all('/%\w+%|\{\{ \w+ \}\}/', $text, $m);
        $fields = array_values(array_unique($m[0]));

        // the Polish letter greets by the whole name, as is polite there
        return array_values(array_unique(str_replace(['%first_name%', '%candidate%'], '%name%', $fields)));
    }

    /** @return array<string, string> */
    private static function catalogue(string $name): array
    {
        $words = Yaml::parseFile(\dirname(__DIR__, 2).'/translations/'.$name.'.yaml');
        self::assertIsArray($words);

        $catalogue = [];
        foreach ($words as $key => $text) {
            self::assertIsString($text, $name.' '.$key);
            $catalogue[(string) $key] = $text;
        }

        return $catalogue;
    }

    /** @return \Generator<string> */
    private static function sources(): \Generator
    {
        $files = new \RegexIterator(new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(\dirname(__DIR__, 2).'/src', \FilesystemIterator::SKIP_DOTS)), '/\.php$/');
        foreach ($files as $file) {
            \assert($file instanceof \SplFileInfo);
            yield (string) file_get_contents($file->getPathname());
        }
    }
}

<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;

/** What the guide of the careers site may answer to a question. */
#[ORM\Entity]
#[ORM\Table(name: 'guide_answer')]
class GuideAnswer
{
    public const LOCALES = ['en', 'nb', 'pl'];
    public const LONGEST_QUESTION = 200;
    public const LONGEST_ANSWER = 2000;
    private const SHORTEST_QUESTION = 5;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: Types::TEXT)]
    private string $locale;

    #[ORM\Column(type: Types::TEXT)]
    private string $question;

    #[ORM\Column(type: Types::TEXT)]
    private string $answer;

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    public function __construct(string $locale, string $question, string $answer)
    {
        $this->write($locale, $question, $answer);
    }

    public function locale(): string
    {
        return $this->locale;
    }

    public function question(): string
    {
        return $this->question;
    }

    public function answer(): string
    {
        return $this->answer;
    }

    public function version(): int
    {
        return $this->version;
    }

    /** @param int $seen the version that was edited */
    public function change(string $locale, string $question, string $answer, int $seen): void
    {
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        $this->write($locale, $question, $answer);
    }

    private function write(string $locale, string $question, string $answer): void
    {
        $refusals = [];
        if (!\in_array($locale, self::LOCALES, true)) {
            $refusals[] = new Refusal('locale', 'not_offered');
        }
        if (mb_strlen($question) < self::SHORTEST_QUESTION) {
            $refusals[] = new Refusal('question', 'missing');
        } elseif (mb_strlen($question) > self::LONGEST_QUESTION) {
            $refusals[] = new Refusal('question', 'too_long', ['most' => self::LONGEST_QUESTION]);
        }
        if ('' === $answer) {
            $refusals[] = new Refusal('answer', 'missing');
        } elseif (mb_strlen($answer) > self::LONGEST_ANSWER) {
            $refusals[] = new Refusal('answer', 'too_long', ['most' => self::LONGEST_ANSWER]);
        }
        Refused::unlessEmpty($refusals);
        [$this->locale, $this->question, $this->answer] = [$locale, $question, $answer];
    }
}

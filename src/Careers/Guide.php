<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Entity\GuideAnswer;
use Jorvent\Careers\Entity\GuideSettings;
use Jorvent\Careers\Read\Opening;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Careers\Read\Proposals;
use Jorvent\Careers\Read\Proposed;
use Jorvent\Careers\Repository\SiteTextRepository;
use Jorvent\Core\Careers\LookedFor;
use Jorvent\Core\Careers\OfferedWork;
use Jorvent\Core\Careers\OpeningMatch;
use Jorvent\Core\Careers\TellingWords;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;

/**
 * The guide of the careers site: proposes openings with the reasons, answers from what an admin wrote, and hands on to
 * a person. It keeps nothing of what is asked.
 */
final readonly class Guide
{
    /** More of what is said or asked is not looked at. */
    public const LOOKED_AT = 300;
    private const LONGEST_MESSAGE = 3000;
    private const SHORTEST_MESSAGE = 5;
    private const SHORTEST_NAME = 2;
    private const LONGEST_NAME = 120;
    private const MOST_PROPOSED = 12;

    public function __construct(
        private SiteTextRepository $texts,
        private OpeningQuery $openings,
        private Mailing $mailing,
    ) {
    }

    public function settings(): GuideSettings
    {
        return $this->texts->guide();
    }

    public function propose(LookedFor $wanted, string $locale): Proposals
    {
        $all = $this->openings->every($locale);
        $byNumber = array_column($all, null, 'number');
        $offered = array_map(static fn (Opening $opening): OfferedWork => $opening->work(), $all);
        $found = OpeningMatch::among($offered, $wanted);

        return new Proposals(array_map(
            static fn (OpeningMatch $match): Proposed => new Proposed($byNumber[(int) $match->work->key], $match),
            \array_slice($found, 0, self::MOST_PROPOSED),
        ), \count($all));
    }

    /** @return GuideAnswer|null the written answer; null when there is none, which is then said */
    public function answer(string $question, string $locale): ?GuideAnswer
    {
        $questions = $written = [];
        foreach ($this->texts->answers($locale) as $answer) {
            $questions[$answer->id] = $answer->question();
            $written[$answer->id] = $answer;
        }
        $closest = TellingWords::closest(mb_substr($question, 0, self::LOOKED_AT), $questions);

        return null === $closest ? null : $written[$closest];
    }

    /** To a person, as a mail; only what is written here goes, and only because they send it. */
    public function handOn(string $name, string $email, string $message, string $locale): void
    {
        $contact = $this->settings()->contact();
        Refused::unlessEmpty(self::blockers($contact, $name, $email, $message));
        $this->mailing->toAddress(
            'guide-'.bin2hex(random_bytes(8)), 'guide', GuideSettings::ID, $contact,
            $this->mailing->template('guide', $locale), ['name' => $name, 'email' => $email, 'message' => $message],
        );
    }

    /** @return list<Refusal> */
    private static function blockers(string $contact, string $name, string $email, string $message): array
    {
        $refusals = [];
        if ('' === $contact) {
            $refusals[] = new Refusal('message', 'nobody_to_write_to');
        }
        if (mb_strlen($name) < self::SHORTEST_NAME) {
            $refusals[] = new Refusal('name', 'name_missing');
        }
        if (mb_strlen($name) > self::LONGEST_NAME) {
            $refusals[] = new Refusal('name', 'answer_too_long', ['limit' => self::LONGEST_NAME]);
        }
        $length = mb_strlen($message);
        if ($length < self::SHORTEST_MESSAGE || $length > self::LONGEST_MESSAGE) {
            $refusals[] = new Refusal('message', 'message_length');
        }

        return [...$refusals, ...EmailAddress::blockers($email)];
    }
}

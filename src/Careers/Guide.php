<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Entity\GuideAnswer;
use Jorvent\Careers\Entity\GuideSettings;
use Jorvent\Careers\Repository\SiteTextRepository;
use Jorvent\Core\Adverts\Suits;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Text\RichText;

/**
 * The guide of the careers site: proposes openings with the reasons, answers from what an admin wrote, and hands on to a
 * person. It keeps nothing of what is asked.
 */
final readonly class Guide
{
    private const LONGEST_MESSAGE = 3000;
    private const SHORTEST_MESSAGE = 5;
    private const SHORTEST_NAME = 2;
    /** More of a question is not looked at. */
    private const LOOKED_AT = 300;
    private const MOST_PROPOSED = 12;

    public function __construct(
        private SiteTextRepository $texts,
        private Openings $openings,
        private Mailing $mailing,
    ) {
    }

    public function settings(): GuideSettings
    {
        return $this->texts->guide();
    }

    /**
     * @param list<string> $kinds
     * @param list<string> $cities
     *
     * @return array{
     *     list<array{
     *         opening: Record,
     *         reasons: list<array{code: string, what: string}>,
     *         against: list<array{code: string, what: string}>,
     *     }>,
     *     int,
     * } what suits, best first, and of how many
     */
    public function propose(array $kinds, array $cities, ?int $years, string $words, string $locale): array
    {
        $all = $this->openings->every($locale);
        $by = [];
        foreach ($all as $opening) {
            $by[(string) $opening->int('number')] = $opening;
        }
        $words = mb_substr($words, 0, self::LOOKED_AT);
        $found = Suits::of(array_map(self::weighed(...), $all), $kinds, $cities, $years, $words);
        $proposed = array_map(static fn (array $one): array => [
            'opening' => $by[$one['key']], 'reasons' => $one['reasons'], 'against' => $one['against'],
        ], \array_slice($found, 0, self::MOST_PROPOSED));

        return [$proposed, \count($all)];
    }

    /** @return GuideAnswer|null the written answer; null when there is none, which is then said */
    public function answer(string $question, string $locale): ?GuideAnswer
    {
        $written = [];
        foreach ($this->texts->answers($locale) as $answer) {
            $written[(string) $answer->id] = $answer;
        }
        $asked = mb_substr($question, 0, self::LOOKED_AT);
        $key = Suits::answer($asked, array_map(
            static fn (GuideAnswer $one): array => ['key' => (string) $one->id, 'question' => $one->question()],
            array_values($written),
        ));

        return null === $key ? null : $written[$key];
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
        if (false === filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE)) {
            $refusals[] = new Refusal('email', '' === $email ? 'email_missing' : 'email_wrong');
        }
        $length = mb_strlen($message);
        if ($length < self::SHORTEST_MESSAGE || $length > self::LONGEST_MESSAGE) {
            $refusals[] = new Refusal('message', 'message_length');
        }

        return $refusals;
    }

    /**
     * @return array{key: string, title: string, text: string, skills: list<string>, city: string, kind: string,
     *     years: int|null, remote: string} as Core\Adverts\Suits weighs it
     */
    private static function weighed(Record $opening): array
    {
        return [
            'key' => (string) $opening->int('number'),
            'title' => $opening->str('title'),
            'text' => RichText::plain($opening->str('description')),
            'skills' => [...$opening->strings('musts'), ...$opening->strings('wishes')],
            'city' => $opening->str('city'),
            'kind' => $opening->str('category'),
            'years' => $opening->intOrNull('years_from'),
            'remote' => $opening->str('remote'),
        ];
    }
}

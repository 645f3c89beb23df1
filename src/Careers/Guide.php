<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Adverts\Suits;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Text\RichText;

/** The guide of the careers site: proposes openings with the reasons, answers from what an admin wrote, and hands on to a person. It keeps nothing of what is asked. */
final readonly class Guide
{
    public const OFFERED = ['always', 'nothing_found', 'never'];
    private const LONGEST = 3000;

    public function __construct(private Db $db, private Openings $openings, private Mailing $mailing, private ActivityLog $log)
    {
    }

    public function settings(): Record
    {
        return $this->db->row('SELECT * FROM guide WHERE id = 1') ?? throw new \LogicException('The guide has settings.');
    }

    /** Its own greeting in a language; null for the one that ships with it. */
    public function greeting(string $locale): ?string
    {
        $greeting = $this->settings()->json('greetings')[$locale] ?? null;

        return \is_string($greeting) && '' !== $greeting ? $greeting : null;
    }

    /**
     * @param list<string> $kinds
     * @param list<string> $cities
     *
     * @return array{list<array{opening: Record, reasons: list<array{code: string, what: string}>, against: list<array{code: string, what: string}>}>, int} what suits, best first, and of how many
     */
    public function propose(array $kinds, array $cities, ?int $years, string $words, string $locale): array
    {
        $all = $this->openings->every($locale);
        $by = [];
        foreach ($all as $opening) {
            $by[(string) $opening->int('number')] = $opening;
        }
        $found = Suits::of(array_map(static fn (Record $o): array => ['key' => (string) $o->int('number'), 'title' => $o->str('title'), 'text' => RichText::plain($o->str('description')), 'skills' => [...$o->strings('musts'), ...$o->strings('wishes')], 'city' => $o->str('city'), 'kind' => $o->str('category'), 'years' => $o->intOrNull('years_from'), 'remote' => $o->str('remote')], $all), $kinds, $cities, $years, mb_substr($words, 0, 300));

        return [array_map(static fn (array $f): array => ['opening' => $by[$f['key']], 'reasons' => $f['reasons'], 'against' => $f['against']], \array_slice($found, 0, 12)), \count($all)];
    }

    /** @return Record|null the written answer; null when there is none, which is then said */
    public function answer(string $question, string $locale): ?Record
    {
        $written = $this->answers($locale);
        $key = Suits::answer(mb_substr($question, 0, 300), array_map(static fn (Record $r): array => ['key' => (string) $r->int('id'), 'question' => $r->str('question')], $written));

        return array_values(array_filter($written, static fn (Record $r): bool => (string) $r->int('id') === $key))[0] ?? null;
    }

    /** @return list<Record> */
    public function answers(?string $locale = null): array
    {
        return $this->db->rows('SELECT * FROM guide_answer WHERE :l::text IS NULL OR locale = :l ORDER BY locale, id LIMIT 500', ['l' => $locale]);
    }

    /** To a person, as a mail; only what is written here goes, and only because they send it. */
    public function handOn(string $name, string $email, string $message, string $locale): void
    {
        $contact = $this->settings()->str('contact');
        Refused::unlessEmpty(array_values(array_filter([
            '' === $contact ? new Refusal('message', 'nobody_to_write_to') : null, mb_strlen($name) < 2 ? new Refusal('name', 'name_missing') : null,
            false === filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE) ? new Refusal('email', '' === $email ? 'email_missing' : 'email_wrong') : null, mb_strlen($message) < 5 || mb_strlen($message) > self::LONGEST ? new Refusal('message', 'message_length') : null,
        ])));
        $this->mailing->toAddress('guide-'.bin2hex(random_bytes(8)), 'guide', 1, $contact, $this->mailing->template('guide', $locale), ['name' => $name, 'email' => $email, 'message' => $message]);
    }

    /** @param array<string, string> $greetings by language */
    public function save(string $offered, string $contact, array $greetings, int $seen): void
    {
        Refused::unlessEmpty(array_values(array_filter([\in_array($offered, self::OFFERED, true) ? null : new Refusal('offered', 'not_offered'), '' === $contact || false !== filter_var($contact, \FILTER_VALIDATE_EMAIL) ? null : new Refusal('contact', 'email_wrong')])));
        $this->db->transaction(function () use ($offered, $contact, $greetings, $seen): void {
            $greetings = array_filter(array_intersect_key(array_map(static fn (string $g): string => mb_substr($g, 0, 300), $greetings), array_flip(['en', 'nb', 'pl'])), static fn (string $g): bool => '' !== $g);
            if (0 === $this->db->execute('UPDATE guide SET offered = :o, contact = :c, greetings = CAST(:g AS jsonb), version = version + 1 WHERE id = 1 AND version = :v', ['o' => $offered, 'c' => $contact, 'g' => json_encode($greetings, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT | \JSON_UNESCAPED_UNICODE), 'v' => $seen])) {
                throw Refused::because('saved_by_another');
            }
            $this->log->record('guide.saved', 'guide', 1, change: ['offered' => $offered]);
        });
    }

    public function write(?int $id, string $locale, string $question, string $answer): void
    {
        Refused::unlessEmpty(array_values(array_filter([\in_array($locale, ['en', 'nb', 'pl'], true) ? null : new Refusal('locale', 'not_offered'), mb_strlen($question) < 5 ? new Refusal('question', 'missing') : null, '' === $answer ? new Refusal('answer', 'missing') : null])));
        $this->db->transaction(function () use ($id, $locale, $question, $answer): void {
            $values = ['locale' => $locale, 'question' => $question, 'answer' => mb_substr($answer, 0, 2000)];
            null === $id ? $id = $this->db->insert('guide_answer', $values) : $this->db->execute('UPDATE guide_answer SET locale = :locale, question = :question, answer = :answer, version = version + 1 WHERE id = :id', $values + ['id' => $id]);
            $this->log->record('guide.answer_written', 'guide', $id, change: ['language' => $locale]);
        });
    }

    public function strike(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $this->db->execute('DELETE FROM guide_answer WHERE id = :id', ['id' => $id]);
            $this->log->record('guide.answer_struck', 'guide', $id);
        });
    }
}

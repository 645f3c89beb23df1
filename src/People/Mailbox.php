<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Resume\Folded;
use Jorvent\Core\Resume\Tongues;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Letters;
use Jorvent\Outside\Mail\Maildir;
use Jorvent\People\Message\AnswerMail;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Web\LoggedError;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;
use ZBateson\MailMimeParser\Header\AddressHeader;
use ZBateson\MailMimeParser\IMessage;
use ZBateson\MailMimeParser\Message;

/**
 * Resumes that come by mail: each file goes the way of any file that is handed in, the letter is kept with the person, the sender is answered when all was read. What a program sent is never answered, and a mail that can not be
 * taken costs one line on the page.
 */
#[AsPeriodicTask(5, method: 'run')]
final readonly class Mailbox
{
    private const AT_ONCE = 10;
    private const MOST_BYTES = 30_000_000;
    private const MOST_FILES = 20;
    private const DAY_FILES = 300;
    private const DIED_SECONDS = 600;
    private const KEPT_SECONDS = 7 * 86_400;
    /** A letter of so many letters with a spell in it is a resume without a file. */
    private const RESUME_LETTERS = 400;

    public function __construct(
        private Db $db, private ClockInterface $clock, private Maildir $box, private Intake $intake, private ReadText $readText, private Deliveries $deliveries, private KnownBy $known, private Letters $letters, private LoggerInterface $logger, #[Autowire('%env(JORVENT_MAILBOX_ADDRESS)%')] private string $address,
    ) {
    }

    public function run(): void
    {
        foreach ($this->box->left(self::DIED_SECONDS, time()) as $name) {
            $this->db->transaction(fn () => $this->broken($name, 'mail_broken'));
            $this->box->flag($name);
        }
        for ($i = 0; $i < self::AT_ONCE && null !== $name = $this->box->take(); ++$i) {
            try {
                $this->db->transaction(fn () => $this->one($name));
                $this->box->done($name);
            } catch (\Throwable $e) {
                $this->logger->error('mail {name}: {error}', ['name' => $name, 'error' => LoggedError::text($e)]);
                $this->db->transaction(fn () => $this->broken($name, 'mail_broken'));
                $this->box->flag($name);
            }
        }
        $this->box->sweep(self::KEPT_SECONDS, time());
    }

    private function one(string $name): void
    {
        if ($this->box->size($name) > self::MOST_BYTES) {
            $this->broken($name, 'mail_too_large');

            return;
        }
        $raw = $this->box->read($name);
        $message = Message::from($raw, false);
        $from = $message->getHeader('From');
        [$sender, $called] = $from instanceof AddressHeader ? [mb_strtolower(trim((string) $from->getEmail())), trim((string) $from->getPersonName())] : ['', ''];
        $id = trim((string) $message->getHeaderValue('Message-ID'));
        $key = hash('sha256', '' === $id ? $raw : $id);
        $subject = mb_substr(trim(mb_scrub((string) $message->getHeaderValue('Subject'))), 0, 200);
        $letter = mb_substr(trim(mb_scrub($this->letter($message))), 0, 20_000);
        if (self::automatic($message, $sender, $this->address)) {
            $this->db->execute("INSERT INTO mail_in (message_key, state, came_at) VALUES (:k, 'automatic', :now) ON CONFLICT DO NOTHING", ['k' => $key, 'now' => $this->clock->now()]);

            return;
        }
        $locale = Tongues::guess(explode(' ', Folded::phrase($subject.' '.$letter)));
        $row = $this->db->row("INSERT INTO mail_in (message_key, state, locale, came_at) VALUES (:k, 'taken', :l, :now) ON CONFLICT DO NOTHING RETURNING id", ['k' => $key, 'l' => $locale, 'now' => $this->clock->now()]);
        if (null === $row) {
            // the same mail again
            return;
        }
        $mail = $row->int('id');
        $personal = $this->db->insert('personal_value', ['content' => ['from' => $sender, 'name' => mb_substr($called, 0, 200), 'subject' => $subject, 'text' => $letter]]);
        $this->db->execute('UPDATE mail_in SET personal_id = :p WHERE id = :id', ['p' => $personal, 'id' => $mail]);
        $files = $this->files($message);
        $known = $this->known->address($sender);
        if (null !== $known && $this->letters->answered($known)) {
            $this->db->execute('UPDATE personal_value SET candidate_id = :c WHERE id = :p', ['c' => $known, 'p' => $personal]);
            // an answer without a file is read by whoever wrote, not taken in as a resume
            if ([] === $files) {
                return;
            }
        }
        if ([] === $files && mb_strlen($letter) >= self::RESUME_LETTERS && ($this->readText)($letter)->hasWork()) {
            $files[] = ['mail.txt', $letter];
        }
        $intake = $this->today();
        if ([] === $files) {
            $this->intake->put($intake, 'mail.eml', $raw, 'mail_without_resume', $mail);
        }
        foreach ($files as [$file, $content]) {
            try {
                $this->intake->lay($intake, $content, $file, $mail);
            } catch (Refused $refused) {
                $this->intake->put($intake, $file, $content, $refused->refusals[0]->code, $mail);
            }
        }
        if (EmailAddress::isValid($sender)) {
            $this->deliveries->add(new AnswerMail($mail), 'mail-answer-'.$mail, new About('mail_in', $mail));
        }
    }

    private function broken(string $name, string $why): void
    {
        $row = $this->db->row("INSERT INTO mail_in (message_key, state, came_at) VALUES (:k, 'broken', :now) ON CONFLICT DO NOTHING RETURNING id", ['k' => hash('sha256', $name), 'now' => $this->clock->now()]);
        if (null !== $row) {
            $this->intake->put($this->today(), 'mail.eml', $this->box->size($name) > ReadResume::MAX_BYTES ? '' : $this->box->read($name), $why, $row->int('id'));
        }
    }

    /** What comes by mail in a day stands together, and is everyone's who takes people in. */
    private function today(): int
    {
        $row = $this->db->row("SELECT i.id FROM intake i WHERE i.account_id IS NULL AND i.state = 'open' AND i.created_at > :day AND (SELECT count(*) FROM intake_file f WHERE f.intake_id = i.id) < :most ORDER BY i.id DESC LIMIT 1", ['day' => $this->clock->now()->modify('-1 day'), 'most' => self::DAY_FILES]);

        return $row?->int('id') ?? $this->intake->open(null);
    }

    private function letter(IMessage $message): string
    {
        $text = $message->getTextContent();
        if (null !== $text && '' !== trim($text)) {
            return $text;
        }

        return html_entity_decode(strip_tags((string) preg_replace(['#<(style|script|head)\b.*?</\1>#is', '#<(br|/p|/div|/li|/tr|/h\d)\b[^>]*>#i'], ['', "\n"], (string) $message->getHtmlContent())), \ENT_QUOTES | \ENT_HTML5, 'UTF-8');
    }

    /** @return list<array{string, string}> names and contents of what is attached, pictures of a signature left out */
    private function files(IMessage $message): array
    {
        $files = [];
        foreach (\array_slice($message->getAllAttachmentParts(), 0, self::MOST_FILES) as $part) {
            $type = strtolower((string) $part->getContentType());
            $content = (string) $part->getContent();
            if ('' === $content || str_starts_with($type, 'image/') || str_starts_with($type, 'text/calendar') || str_contains($type, 'pgp-') || str_contains($type, 'pkcs7')) {
                continue;
            }
            $files[] = [(string) ($part->getFilename() ?? 'file'), $content];
        }

        return $files;
    }

    /** Programs, lists and our own mails: answering them could go round for ever (RFC 3834). */
    private static function automatic(IMessage $message, string $sender, string $own): bool
    {
        $header = static fn (string $name): string => strtolower(trim((string) $message->getHeaderValue($name)));

        return '' === $sender || $sender === strtolower($own) || ('' !== $header('Auto-Submitted') && 'no' !== $header('Auto-Submitted')) || \in_array($header('Precedence'), ['bulk', 'list', 'junk', 'auto_reply'], true)
            || '' !== $header('List-Id') || '<>' === trim((string) $message->getHeader('Return-Path')?->getRawValue()) || 1 === preg_match('/^(?:mailer-daemon|postmaster|no-?reply|noreply|do-?not-?reply)@/', $sender);
    }
}

<?php

declare(strict_types=1);

namespace Jorvent\Messages;

use Jorvent\Core\Messages\Template;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Message\SendMail;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Content;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Security\Secret;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Writes mails: fills the template for the person, keeps a copy, and has it delivered. */
final readonly class Mailing
{
    /** A word of closing out waits so long before it goes, so that it can be taken back. */
    public const HOLD_SECONDS = 120;

    public function __construct(private Db $db, private Deliveries $deliveries, private TranslatorInterface $words, private BrandQuery $brands)
    {
    }

    /** @param array<string, string|Secret> $more merge fields besides those of candidate and requisition */
    public function toCandidate(string $key, int $candidate, ?int $requisition, Template $template, array $more = [], ?string $calendar = null, string $method = 'REQUEST', int $holdSeconds = 0): void
    {
        $row = $this->db->row('SELECT name, email FROM candidate WHERE id = :id AND erased_at IS NULL', ['id' => $candidate]) ?? throw new \LogicException('No such candidate.');
        $to = $row->strOrNull('email');
        if (null === $to) {
            return;
        }
        [$more, $secrets] = self::marked($more);
        $values = [...$this->fields($candidate, $requisition), ...$more];
        Refused::unlessEmpty($template->blockers($values));
        $filled = $template->fill($values);
        $content = new Content([
            'to' => $to, 'name' => $row->str('name'), 'subject' => $filled->subject, 'text' => $filled->body,
            'calendar' => $calendar, 'method' => $method, 'from' => $values['company'],
        ], $secrets);
        $about = new About('candidate', $candidate, $requisition, $candidate);
        $this->deliveries->add(new SendMail($key), $key, $about, $content, $holdSeconds);
    }

    /**
     * To an address that is no candidate's yet.
     *
     * @param array<string, string|Secret> $values merge fields
     * @param Secret|null                  $end    where one click ends such mails (RFC 8058)
     * @param string                       $from   the brand it comes from; empty for the company's first
     */
    public function toAddress(string $key, string $subjectKind, int $subject, string $to, Template $template, array $values, ?Secret $end = null, string $from = ''): void
    {
        [$values, $secrets] = self::marked($values);
        if (null !== $end) {
            $secrets['one_click'] = $end;
        }
        $values += ['company' => '' === $from ? $this->brands->main()->name : $from];
        Refused::unlessEmpty($template->blockers($values));
        $filled = $template->fill($values);
        $this->deliveries->add(new SendMail($key), $key, new About($subjectKind, $subject), new Content([
            'to' => $to, 'name' => '', 'subject' => $filled->subject, 'text' => $filled->body,
            'end' => null === $end ? null : Secret::mark('one_click'), 'from' => $values['company'],
        ], $secrets));
    }

    /**
     * @param array<string, Secret> $secrets by the name of their mark in the text
     * @param int|null              $about   the candidate whom the text names: it goes when they are forgotten
     */
    public function toStaff(string $key, int $account, string $subject, string $text, ?int $requisition = null, ?string $calendar = null, string $method = 'REQUEST', array $secrets = [], ?int $about = null): void
    {
        $row = $this->db->row('SELECT name, email FROM account WHERE id = :id', ['id' => $account]) ?? throw new \LogicException('No such account.');
        $about = new About('account', $account, $requisition, null, $account, $about);
        $this->deliveries->add(new SendMail($key), $key, $about, new Content([
            'to' => $row->str('email'), 'name' => $row->str('name'), 'subject' => $subject, 'text' => $text,
            'calendar' => $calendar, 'method' => $method,
        ], $secrets));
    }

    /**
     * @param array<string, string|Secret> $values
     *
     * @return array{array<string, string>, array<string, Secret>} the values with a mark for each secret, and the secrets by name
     */
    private static function marked(array $values): array
    {
        $plain = $secrets = [];
        foreach ($values as $name => $value) {
            if ($value instanceof Secret) {
                $secrets[$name] = $value;
            }
            $plain[$name] = $value instanceof Secret ? Secret::mark($name) : $value;
        }

        return [$plain, $secrets];
    }

    /** A template of ours in the candidate's language. */
    public function template(string $name, string $locale): Template
    {
        return new Template($this->words->trans('mail.'.$name.'.subject', [], 'candidate', $locale), $this->words->trans('mail.'.$name.'.body', [], 'candidate', $locale));
    }

    public function templateFor(string $name, int $candidate): Template
    {
        return $this->template($name, $this->db->row('SELECT locale FROM candidate WHERE id = :id', ['id' => $candidate])?->str('locale') ?? 'en');
    }

    /** @return array<string, string> */
    public function fields(int $candidate, ?int $requisition): array
    {
        $row = $this->db->row(
            'SELECT c.name AS candidate, r.title AS opening, r.number, s.city, a.name AS recruiter, r.unit_id FROM candidate c LEFT JOIN requisition_head r ON r.id = :r LEFT JOIN site_place s ON s.id = r.site_id LEFT JOIN account a ON a.id = r.recruiter_id WHERE c.id = :c',
            ['c' => $candidate, 'r' => $requisition],
        ) ?? throw new \LogicException('No such candidate.');

        $unit = $row->intOrNull('unit_id');
        $company = null === $unit ? $this->brands->main() : $this->brands->ofUnit($unit);

        return ['candidate' => $row->str('candidate'), 'company' => $company->name, 'first_name' => explode(' ', $row->str('candidate'))[0], 'opening' => $row->strOrNull('opening') ?? '', 'place' => $row->strOrNull('city') ?? '', 'recruiter' => $row->strOrNull('recruiter') ?? $company->name];
    }
}

<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Entity\OpeningAlert;
use Jorvent\Careers\Read\Opening;
use Jorvent\Messages\Mailing;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Security\Secret;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** The mails of an alert: to confirm it, to tell what is new, and to ask whether it goes on. */
final readonly class AlertMail
{
    /** A link of a mail opens for so long; the next mail brings another. */
    private const LINK_DAYS = 400;
    private const END = '/end';
    private const AGAIN = '?again=1';

    public function __construct(
        private Mailing $mailing,
        private BrandQuery $brands,
        private GuestLinks $links,
        private ClockInterface $clock,
        #[Autowire('%env(JORVENT_URL)%')]
        private string $url,
    ) {
    }

    public function confirmSearch(OpeningAlert $alert, BrandView $brand): void
    {
        $this->confirm('alert_confirm', $alert, $brand, ['search' => self::search($alert, $brand)]);
    }

    public function confirmResume(OpeningAlert $alert, BrandView $brand): void
    {
        $this->confirm('mind_confirm', $alert, $brand, ['name' => $alert->person()?->firstName() ?? '']);
    }

    /** @param non-empty-list<Opening> $openings that went up since the last mail */
    public function tell(OpeningAlert $alert, array $openings): void
    {
        $brand = $this->brand($alert);
        $end = $this->link($alert, self::END);
        $lines = array_map(fn (Opening $opening): string => $this->line($opening, $alert->locale()), $openings);
        $this->send('alert-'.$alert->id.'-new-'.bin2hex(random_bytes(8)), 'alert', $alert, $brand, [
            'list' => implode("\n", $lines),
            'link' => $end,
            'search' => self::search($alert, $brand),
        ], $end);
    }

    /** Asks someone whose year is nearly over whether they want another. */
    public function askToRenew(OpeningAlert $alert): void
    {
        $until = $alert->until() ?? throw new \LogicException('Who is considered is so until a day.');
        $this->send(
            'mind-'.$alert->id.'-renew-'.$until->format('Ymd'), 'mind_renew', $alert, $this->brand($alert),
            [
                'name' => $alert->person()?->firstName() ?? '',
                'link' => $this->link($alert, self::AGAIN),
                'day' => $until->format('Y-m-d'),
                'end' => $this->link($alert, self::END),
            ],
            $this->link($alert, self::END),
        );
    }

    /** @param array<string, string> $values */
    private function confirm(string $template, OpeningAlert $alert, BrandView $brand, array $values): void
    {
        // whoever asks again and again does not fill someone's mailbox
        $quarter = intdiv($this->clock->now()->getTimestamp(), OpeningAlert::QUIET_SECONDS);
        $key = 'alert-'.$alert->id.'-'.$quarter;
        $this->send($key, $template, $alert, $brand, $values + ['link' => $this->link($alert, '')], null);
    }

    /**
     * @param array<string, string|Secret> $values
     * @param Secret|null                  $end    where one click ends such mails (RFC 8058)
     */
    private function send(
        string $key,
        string $template,
        OpeningAlert $alert,
        BrandView $brand,
        array $values,
        ?Secret $end,
    ): void {
        $written = $this->mailing->template($template, $alert->locale());
        $values += ['company' => $brand->name];
        $this->mailing->toAddress($key, 'alert', $alert->id, $alert->email, $written, $values, $end, $brand->name);
    }

    private function brand(OpeningAlert $alert): BrandView
    {
        return $this->brands->one($alert->brandId()) ?? $this->brands->main();
    }

    private function link(OpeningAlert $alert, string $then): Secret
    {
        return $this->links->mailed(LinkPurpose::Alert, $alert->id, self::LINK_DAYS, $then);
    }

    private function line(Opening $opening, string $locale): string
    {
        $address = $this->url.'/careers/'.$opening->number.('en' === $locale ? '' : '?lang='.$locale);

        return '– '.$opening->text->title.', '.$opening->city()."\n  ".$address;
    }

    private static function search(OpeningAlert $alert, BrandView $brand): string
    {
        return implode(', ', $alert->wanted()) ?: $brand->name;
    }
}

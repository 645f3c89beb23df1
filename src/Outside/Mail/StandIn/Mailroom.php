<?php

declare(strict_types=1);

namespace Jorvent\Outside\Mail\StandIn;

use Jorvent\Outside\StandIn\Shelf;
use Jorvent\Outside\StandIn\StandIn;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use ZBateson\MailMimeParser\Message;

/** Everyone's mailbox. Mail comes in by SMTP (bin/standin-mail); the same Message-ID twice is kept once. */
final readonly class Mailroom implements StandIn
{
    public function __construct(private Shelf $shelf, private string $dir)
    {
    }

    /** @param list<string> $to */
    public function take(string $raw, array $to): void
    {
        $id = 1 === preg_match('/^Message-ID:\s*<([^>]+)>/mi', $raw, $m) ? $m[1] : hash('sha256', $raw);
        $this->deliver($raw, $to);
        $name = substr(hash('sha256', $id), 0, 20);
        file_put_contents($this->dir.'/mail-'.$name.'.eml', $raw);
        $this->shelf->change(static fn (array $state): array => isset($state[$name]) ? [...$state, $name => [...(\is_array($state[$name]) ? $state[$name] : []), 'again' => true]] : [...$state, $name => ['to' => $to, 'at' => gmdate('Y-m-d H:i:s')]]);
    }

    /**
     * The house's own address has a Maildir, as a mail server would fill it: written aside, then moved in.
     *
     * @param list<string> $to
     */
    private function deliver(string $raw, array $to): void
    {
        $box = getenv('JORVENT_MAILBOX') ?: $_SERVER['JORVENT_MAILBOX'] ?? '';
        $address = getenv('JORVENT_MAILBOX_ADDRESS') ?: $_SERVER['JORVENT_MAILBOX_ADDRESS'] ?? '';
        if (\is_string($box) && '' !== $box && \is_string($address) && \in_array(strtolower($address), array_map(strtolower(...), $to), true)) {
            $name = time().'.'.bin2hex(random_bytes(8)).'.mailroom';
            file_put_contents($box.'/tmp/'.$name, $raw);
            rename($box.'/tmp/'.$name, $box.'/new/'.$name);
        }
    }

    public function describe(): array
    {
        return ['name' => 'Mailroom', 'what' => 'everyone’s mailbox, over SMTP'];
    }

    public function answer(Request $request, string $path): Response
    {
        $only = mb_strtolower($request->query->getString('to'));
        $mails = [];
        foreach (array_reverse($this->shelf->read()) as $name => $entry) {
            $to = \is_array($entry) && \is_array($entry['to'] ?? null) ? array_map(static fn (mixed $t): string => \is_string($t) ? mb_strtolower($t) : '', $entry['to']) : [];
            if ('' !== $only && !\in_array($only, $to, true)) {
                continue;
            }
            $message = Message::from((string) file_get_contents($this->dir.'/mail-'.$name.'.eml'), false);
            $parts = [];
            foreach ($message->getAllAttachmentParts() as $part) {
                $parts[] = ['name' => (string) $part->getFilename(), 'type' => (string) $part->getContentType(), 'content' => (string) $part->getContent()];
            }
            $mails[] = ['id' => (string) $message->getHeaderValue('Message-ID'), 'to' => implode(', ', $to), 'at' => \is_array($entry) && \is_string($entry['at'] ?? null) ? $entry['at'] : '', 'subject' => (string) $message->getHeaderValue('Subject'), 'text' => (string) $message->getTextContent(), 'parts' => $parts];
            if (\count($mails) >= 60) {
                break;
            }
        }
        if ('/list.json' === $path) {
            return new JsonResponse($mails);
        }

        return new Response($this->page($mails, $only));
    }

    public function traffic(): array
    {
        $traffic = [];
        foreach (array_reverse($this->shelf->read()) as $entry) {
            if (\is_array($entry) && \is_array($entry['to'] ?? null) && \is_string($entry['at'] ?? null)) {
                $traffic[] = ['when' => $entry['at'], 'what' => 'to '.implode(', ', array_filter($entry['to'], is_string(...)))];
            }
        }

        return $traffic;
    }

    /** @param list<array{id: string, to: string, at: string, subject: string, text: string, parts: list<array{name: string, type: string, content: string}>}> $mails */
    private function page(array $mails, string $only): string
    {
        $html = '<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>Mailroom</title><link rel="stylesheet" href="/vendor/bootstrap.min.css"><link rel="stylesheet" href="/build/staff.css"><body class="standin"><p><a class="lk" href="/">All stand-ins</a></p><h1 class="h1">Mailroom</h1><p class="note">'.('' === $only ? 'every mail that left the house, newest first' : 'mail to '.htmlspecialchars($only)).'</p>';
        foreach ($mails as $mail) {
            $text = (string) preg_replace('#https?://[^\s<>&"]+#', '<a class="lk" href="$0">$0</a>', htmlspecialchars($mail['text'], \ENT_NOQUOTES));
            $html .= '<article class="mail"><h2 class="h2">'.htmlspecialchars($mail['subject']).'</h2><p class="sm sl">to <a class="lk" href="?to='.rawurlencode($mail['to']).'">'.htmlspecialchars($mail['to']).'</a> · '.$mail['at'].' UTC</p><div class="prose preline">'.$text.'</div>';
            foreach ($mail['parts'] as $part) {
                $html .= '<details><summary class="sm">'.htmlspecialchars($part['name'].', '.$part['type']).'</summary><pre class="sm">'.htmlspecialchars($part['content']).'</pre></details>';
            }
            $html .= '</article>';
        }

        return $html.([] === $mails ? '<p class="note">Nothing has come yet.</p>' : '').'</body></html>';
    }
}

<?php

declare(strict_types=1);

namespace Jorvent\Outside\TextServices\StandIn;

use Jorvent\Outside\StandIn\StandIn;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** A text service that writes the same few honest paragraphs for anyone, in pieces; it wants a key that begins with "demo". */
final readonly class QuillwrightStandIn implements StandIn
{
    public function describe(): array
    {
        return ['name' => 'Quillwright', 'what' => 'text service, chat-completions over HTTP; key "demo-…"'];
    }

    public function answer(Request $request, string $path): Response
    {
        if ('/v1/chat/completions' !== $path || !$request->isMethod('POST')) {
            return new JsonResponse(['error' => ['message' => 'unknown address']], 404);
        }
        if (!str_starts_with($request->headers->get('Authorization') ?? '', 'Bearer demo')) {
            return new JsonResponse(['error' => ['message' => 'wrong key']], 401);
        }
        $body = json_decode($request->getContent(), true);
        $messages = \is_array($body) && \is_array($body['messages'] ?? null) ? $body['messages'] : [];
        $last = end($messages);
        $prompt = \is_array($last) && \is_string($last['content'] ?? null) ? $last['content'] : '';
        $title = 1 === preg_match('/^Title: (.+)$/m', $prompt, $m) ? $m[1] : 'this work';
        $text = "What you will do\nYou take over {$title} from someone who shows you how it is done here, and after half a year you show the next one.\n\nWhat you bring\nYou have done work like it, and you say so when you are not sure.\n\nWhat you get\nA plan for your time off that holds, and people who answer.";

        return new StreamedResponse(static function () use ($text): void {
            foreach (mb_str_split($text, 24) as $piece) {
                echo 'data: '.json_encode(['object' => 'chat.completion.chunk', 'choices' => [['index' => 0, 'delta' => ['content' => $piece]]]], \JSON_UNESCAPED_UNICODE)."\n\n";
                if (\function_exists('ob_get_level') && ob_get_level() > 0) {
                    ob_flush();
                }
                flush();
            }
            echo "data: [DONE]\n\n";
        }, 200, ['Content-Type' => 'text/event-stream', 'X-Accel-Buffering' => 'no']);
    }

    public function traffic(): array
    {
        return [];
    }
}

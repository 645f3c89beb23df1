<?php

declare(strict_types=1);

namespace Jorvent\Platform\Files;

use Dompdf\Dompdf;
use Dompdf\Options;
use Twig\Environment;

/** A template as PDF, A4. Nothing is fetched from elsewhere. */
final readonly class Pdf
{
    public function __construct(private Environment $twig)
    {
    }

    /** @param array<string, mixed> $view */
    public function write(string $template, array $view): string
    {
        $options = new Options();
        $options->setIsRemoteEnabled(false);
        $options->setDefaultFont('DejaVu Serif');
        $pdf = new Dompdf($options);
        $pdf->loadHtml($this->twig->render($template, $view), 'UTF-8');
        $pdf->setPaper('A4');
        $pdf->render();

        return $pdf->output() ?? throw new \RuntimeException('The PDF could not be written.');
    }
}

#pragma once

#include <QImage>
#include <QString>
#include <QStringList>

namespace amber {

/// The projects opened last, the latest first, at most 8; kept in the user's settings.
QStringList recentProjects();
/// Puts a project first.
void rememberProject(const QString& path);
/// Takes a project out of the list; its file stays.
void forgetProject(const QString& path);

/// A small picture of the project for the list, kept in the user's cache folder. A null image is
/// given where there is none; one that cannot be written is not kept.
QImage recentThumb(const QString& path);
void rememberThumb(const QString& path, const QImage& thumb);

}  // namespace amber

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/image/saved_image.h"

#include "core/base/bytes.h"
#include "core/base/checksum.h"
#include "core/base/ownership.h"
#include "core/base/read_file.h"

#include <algorithm>
#include <cerrno>
#include <charconv>
#include <fcntl.h>
#include <fmt/format.h>
#include <random>
#include <sys/file.h>
#include <sys/stat.h>
#include <sys/statvfs.h>
#include <sys/xattr.h>
#include <unistd.h>
#include <zlib.h>

namespace orbita {

namespace {

constexpr std::size_t holeBytes = 4096;
// Room for the map and for what a file system needs beside the data.
constexpr std::uint64_t spareBytes = 64U << 20U;

std::string changedAt(int file) {
    struct stat s {};
    if (fstat(file, &s) != 0)
        return {};
    return fmt::format("{}.{:09}", s.st_mtim.tv_sec, s.st_mtim.tv_nsec);
}

Error refused(const std::string& path, Phrase why, Phrase advice) {
    return {Error::Kind::badCall, "saving to", path, std::move(why), std::move(advice)};
}

std::uint64_t bytesToCome(const ImageMap& map, const std::vector<LbaSpan>& toSave) {
    std::uint64_t sectors = 0;
    for (const LbaSpan& span : toSave)
        for (const LbaSpan& gap : map.held().gaps(span))
            sectors += gap.count.value;
    return sectors * map.drive().logicalBytes;
}

std::string decimal(std::uint64_t bytes) {
    const auto number = static_cast<double>(bytes);
    return bytes >= 1'000'000'000 ? fmt::format("{:.1f} GB", number / 1e9)
           : bytes >= 1'000'000   ? fmt::format("{:.1f} MB", number / 1e6)
                                  : fmt::format("{:.1f} kB", number / 1e3);
}

Result<void> checkRoom(int folder, const std::string& path, std::uint64_t bytes) {
    struct statvfs s {};
    if (fstatvfs(folder, &s) != 0)
        return tl::unexpected(systemError("asking for room beside", path, errno));
    const std::uint64_t room = std::uint64_t{s.f_bavail} * s.f_frsize;
    if (room >= bytes + spareBytes)
        return {};
    return tl::unexpected(
        refused(path,
                Phrase("up to {} are to be saved, {} are kept in reserve, and {} are free there",
                       {decimal(bytes), decimal(spareBytes), decimal(room)}),
                "Free some room or choose a larger place; or scan a part of the drive."));
}

Phrase otherDrive(const DriveIdentity& has, const DriveIdentity& is) {
    if (has.serial != is.serial || has.model != is.model || (is.serial.empty() && has.path != is.path))
        return {"it is an image of {} {}", {has.model, has.serial.empty() ? has.path : has.serial}};
    if (has.logicalBytes != is.logicalBytes || has.capacity != is.capacity)
        return {"it was made of {} sectors of {} bytes, and the drive has {} of {} now",
                {std::to_string(has.capacity.value), std::to_string(has.logicalBytes),
                 std::to_string(is.capacity.value), std::to_string(is.logicalBytes)}};
    return {};
}

// An extent and what stands there: its checksum, and those of the pieces in it.
struct Comparison {
    Extent extent;
    bool same = false;
    std::vector<Extent> pieces;
};

// Reads every extent. Its own disk failing is no difference: that is an error.
Result<std::vector<Comparison>> compareWith(int file, const std::string& path, const ImageMap& map,
                                            const std::vector<Extent>& extents, const std::stop_token& stop) {
    std::vector<Comparison> all;
    std::vector<unsigned char> buffer(ImageMap::pieceBytes);
    const std::uint64_t sectorBytes = map.drive().logicalBytes;
    const std::uint64_t pieceSectors = std::max<std::uint64_t>(1, ImageMap::pieceBytes / sectorBytes);
    buffer.resize(static_cast<std::size_t>(pieceSectors * sectorBytes));
    for (const Extent& extent : extents) {
        Comparison compared{extent, false, {}};
        uLong crc = 0;
        bool whole = true;
        for (std::uint64_t at = extent.span.first.value; at < extent.span.end().value && whole;) {
            if (stop.stop_requested())
                return tl::unexpected(refused(path, "it was being compared when it was stopped",
                                              "Nothing has been changed; begin again when there is time."));
            const std::uint64_t n = std::min(extent.span.end().value - at, pieceSectors - at % pieceSectors);
            const auto bytes = static_cast<std::size_t>(n * sectorBytes);
            for (std::size_t have = 0; have < bytes;) {
                const ssize_t got = pread(file, buffer.data() + have, bytes - have,
                                          static_cast<off_t>(at * sectorBytes + have));
                if (got < 0 && errno == EINTR)
                    continue;
                if (got < 0) {
                    Error error = systemError("comparing the image", path, errno);
                    error.advice =
                        "The image could not be read from its own disk just now. Nothing has been changed: "
                        "find out what ails that disk, and begin again.";
                    return tl::unexpected(std::move(error));
                }
                if (got == 0) { // the file ends before
                    whole = false;
                    break;
                }
                have += static_cast<std::size_t>(got);
            }
            if (!whole)
                break;
            const uLong own = crc32_z(0, buffer.data(), bytes);
            if (n < extent.span.count.value) // of a map of the first version
                compared.pieces.push_back({{{at}, {n}}, static_cast<std::uint32_t>(own)});
            crc = at == extent.span.first.value ? own : crc32_combine(crc, own, static_cast<z_off_t>(bytes));
            at += n;
        }
        compared.same = whole && crc == extent.crc32;
        all.push_back(std::move(compared));
    }
    return all;
}

constexpr const char* generationAttribute = "user.orbita.image";

// Which image the file says it is, and how often it was opened and closed: "ID:NUMBER". Empty where it does
// not say, or its file system keeps no such attributes.
struct Belonging {
    std::string id;
    std::uint64_t generation = 0;
};
std::optional<Belonging> belongingOf(int file) {
    std::string value(256, '\0');
    const ssize_t n = fgetxattr(file, generationAttribute, value.data(), value.size());
    if (n <= 0)
        return std::nullopt;
    value.resize(static_cast<std::size_t>(n));
    const auto colon = value.find(':');
    Belonging belonging;
    if (colon == std::string::npos)
        return std::nullopt;
    belonging.id = value.substr(0, colon);
    std::from_chars(value.data() + colon + 1, value.data() + value.size(), belonging.generation);
    return belonging;
}

std::string freshId() {
    std::random_device random;
    return fmt::format("{:08x}{:08x}{:08x}{:08x}", random(), random(), random(), random());
}

constexpr std::uint64_t mostMapBytes = 4ULL << 30U;
constexpr std::size_t knownPlaces = 16;

} // namespace

std::string imageMapPath(const std::string& path) {
    return path + ".map";
}

Error SavedImage::failed(const char* tried, int error) const {
    return systemError(tried, m_path, error);
}

Result<ImageMap> SavedImage::look(const std::string& path) {
    const auto text = readWholeFile(imageMapPath(path), "the map of the image,", mostMapBytes);
    if (!text) {
        Error error = text.error();
        error.advice = "Name an image that Orbita has saved; its map stands beside it.";
        return tl::unexpected(std::move(error));
    }
    return ImageMap::parse(*text, imageMapPath(path));
}

Result<std::vector<Extent>> SavedImage::compare(const std::string& path, const ImageMap& map,
                                                const std::stop_token& stop) {
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_NONBLOCK | O_CLOEXEC));
    if (!file)
        return tl::unexpected(systemError("opening the image", path, errno));
    const auto compared = compareWith(file.get(), path, map, map.extents(), stop);
    if (!compared)
        return tl::unexpected(compared.error());
    std::vector<Extent> differing;
    for (const Comparison& part : *compared)
        if (!part.same)
            differing.push_back(part.extent);
    return differing;
}

Result<std::unique_ptr<SavedImage>> SavedImage::open(const std::string& path, const DriveIdentity& drive,
                                                     const std::vector<LbaSpan>& toSave,
                                                     const PlaceRules& rules, const std::stop_token& stop) {
    PlaceRules own = rules;
    own.purpose = PlaceFor::image;
    auto place = judgePlace(path, own);
    if (!place) {
        place.error().tried = "saving to";
        return tl::unexpected(std::move(place.error()));
    }
    std::unique_ptr<SavedImage> image(new SavedImage(path, ImageMap(drive)));
    image->m_place = std::move(*place);
    const FolderEntry map = image->mapEntry();
    struct stat s {};
    const bool hasMap = fstatat(map.folder, map.name.c_str(), &s, AT_SYMLINK_NOFOLLOW) == 0;
    if (hasMap && !S_ISREG(s.st_mode))
        return tl::unexpected(refused(path, {"where its map would be, {}, something else stands", {map.path}},
                                      "Name another file; nothing has been changed."));
    const bool exists = image->m_place.exists || hasMap;
    auto opened = exists ? image->goOn(drive, stop) : image->begin(drive);
    if (opened)
        opened = checkRoom(image->m_place.folder.get(), path, bytesToCome(image->m_map, toSave));
    // From here on the old map is replaced: what is refused is refused before.
    if (opened && exists)
        opened = image->rewriteMap();
    if (!opened) {
        // What was begun for nothing goes again.
        if (!exists && image->m_image) {
            unlinkat(image->m_place.folder.get(), image->m_place.name.c_str(), 0);
            unlinkat(map.folder, map.name.c_str(), 0);
        }
        return tl::unexpected(std::move(opened.error()));
    }
    return image;
}

Result<void> SavedImage::begin(const DriveIdentity& drive) {
    m_image.reset(openat(m_place.folder.get(), m_place.name.c_str(),
                         O_RDWR | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0600));
    if (!m_image)
        return tl::unexpected(failed("making the image", errno));
    giveToOwnerOf(m_place.folder.get(), m_image.get());
    if (m_place.recheck)
        if (auto fine = m_place.recheck(m_image.get()); !fine)
            return fine;
    if (flock(m_image.get(), LOCK_EX | LOCK_NB) != 0)
        return tl::unexpected(failed("locking the image", errno));
    const std::uint64_t bytes = drive.capacity.value * drive.logicalBytes;
    if (ftruncate(m_image.get(), static_cast<off_t>(bytes)) != 0)
        return tl::unexpected(
            errno == EFBIG ? refused(m_path, "the file system there takes no file as large as this drive",
                                     "Choose a place with another file system.")
                           : failed("making room for the image", errno));
    m_map.imageId = freshId();
    return rewriteMap();
}

Result<void> SavedImage::goOn(const DriveIdentity& drive, const std::stop_token& stop) {
    m_check.existed = true;
    m_fresh = false;
    if (auto there = look(m_path); !there)
        return tl::unexpected(there.error().kind == Error::Kind::notFound
                                  ? refused(m_path,
                                            "a file of that name is there, and it is no image that "
                                            "Orbita has saved: its map is missing",
                                            "Name another file; this one has not been touched.")
                                  : there.error());
    else
        m_map = std::move(*there);
    m_check.standstills = m_map.standstills();
    if (const Phrase why = otherDrive(m_map.drive(), drive); !why.empty())
        return tl::unexpected(
            refused(m_path, why, "Name another file for this drive; this one has not been touched."));
    m_image.reset(openat(m_place.folder.get(), m_place.name.c_str(), O_RDWR | O_NOFOLLOW | O_CLOEXEC));
    if (!m_image)
        return tl::unexpected(failed("opening the image", errno));
    if (flock(m_image.get(), LOCK_EX | LOCK_NB) != 0)
        return tl::unexpected(
            refused(m_path, "another scan is saving to it", "Wait until that one is done."));
    struct stat s {};
    const std::uint64_t bytes = drive.capacity.value * drive.logicalBytes;
    if (fstat(m_image.get(), &s) != 0)
        return tl::unexpected(failed("opening the image", errno));
    if (static_cast<std::uint64_t>(s.st_size) > bytes)
        return tl::unexpected(
            refused(m_path,
                    Phrase("the file has {} bytes, and the drive {}",
                           {std::to_string(s.st_size), std::to_string(bytes)}),
                    "It holds more than an image of this drive can. Name another file; this one has not been "
                    "touched."));
    if (auto belongs = checkBelonging(); !belongs)
        return belongs;
    m_check.wasOpen =
        m_map.closedAt.empty() || m_map.closedAt != changedAt(m_image.get()) || m_map.version < 2;
    m_map.closedAt.clear();
    if (m_check.wasOpen)
        if (auto compared = compareParts(stop); !compared)
            return compared;
    chooseKnown();
    m_map.version = 2;
    if (m_map.imageId.empty())
        m_map.imageId = freshId();
    // Only ever longer.
    if (static_cast<std::uint64_t>(s.st_size) < bytes &&
        ftruncate(m_image.get(), static_cast<off_t>(bytes)) != 0)
        return tl::unexpected(failed("making room for the image", errno));
    return {};
}

// A map that was put back from a copy, or that of another image, vouches for less than is there, or for what
// is not.
Result<void> SavedImage::checkBelonging() {
    const auto image = belongingOf(m_image.get());
    if (!image || m_map.imageId.empty())
        return {};
    if (image->id != m_map.imageId)
        return tl::unexpected(
            refused(m_path, "the map beside it is that of another image",
                    "Bring back the map that belongs to it, or name another file. Nothing has "
                    "been changed."));
    if (m_map.generation < image->generation)
        return tl::unexpected(
            refused(m_path, "the map beside it is older than the image",
                    "Bring back the latest map, or name another file. Nothing has been changed."));
    return {};
}

Result<void> SavedImage::compareParts(const std::stop_token& stop) {
    const auto compared = compareWith(m_image.get(), m_path, m_map, m_map.extents(), stop);
    if (!compared)
        return tl::unexpected(compared.error());
    std::uint64_t same = 0;
    std::uint64_t other = 0;
    for (const Comparison& part : *compared)
        (part.same ? same : other) += part.extent.span.count.value;
    // Not changed here and there, but something else altogether.
    if (other > same && compared->size() > 1)
        return tl::unexpected(
            refused(m_path, "most of what it holds is not what its map says",
                    "The map is that of another image, or the image was overwritten. Bring back the "
                    "one that belongs to it, or name another file. Nothing has been changed."));
    const auto inDoubt = compareWith(m_image.get(), m_path, m_map, m_map.doubtfulExtents(), stop);
    if (!inDoubt)
        return tl::unexpected(inDoubt.error());
    for (const Comparison& part : *compared) {
        if (!part.same) {
            m_map.doubt(part.extent);
            m_check.doubtful.push_back(part.extent.span);
        } else if (part.pieces.size() > 1) {
            m_map.refine(part.extent, part.pieces);
        }
    }
    for (const Comparison& part : *inDoubt)
        if (part.same)
            m_map.trust(part.extent);
    return {};
}

// Sectors that are not empty, spread over all that is held.
void SavedImage::chooseKnown() {
    const std::uint64_t held = m_map.heldSectors().value;
    const std::uint64_t sectorBytes = m_map.drive().logicalBytes;
    const std::uint64_t sectors = m_map.drive().sectorsPerPhysical();
    std::vector<std::byte> buffer(static_cast<std::size_t>(sectors * sectorBytes));
    std::uint64_t before = 0;
    std::size_t next = 0;
    constexpr std::size_t candidates = knownPlaces * 16;
    std::vector<KnownSectors> found;
    for (const LbaSpan& span : m_map.held().spans()) {
        for (; next < candidates && held / candidates * next < before + span.count.value; ++next) {
            const std::uint64_t into = std::max(held / candidates * next, before) - before;
            const LbaSpan wanted =
                intersection({{(span.first.value + into) / sectors * sectors}, {sectors}}, span);
            if (wanted.count.value != sectors)
                continue;
            const ssize_t got = pread(m_image.get(), buffer.data(), buffer.size(),
                                      static_cast<off_t>(wanted.first.value * sectorBytes));
            if (got == static_cast<ssize_t>(buffer.size()) && !allZero(buffer))
                found.push_back({wanted, crcOf(buffer)});
        }
        before += span.count.value;
    }
    for (std::size_t i = 0; i < std::min(knownPlaces, found.size()); ++i)
        m_check.told.push_back(found[i * found.size() / std::min(knownPlaces, found.size())]);
}

// Whole or not at all: the new one takes the old one's place once it is durable.
Result<void> SavedImage::rewriteMap() {
    m_mapBehind = true;
    ++m_map.generation;
    auto file = replaceDurably(mapEntry(), m_map.text(), m_place.recheck);
    if (!file) {
        --m_map.generation;
        return tl::unexpected(std::move(file.error()));
    }
    m_mapFile = std::move(*file);
    m_mapBehind = false;
    // Where that fails, the image says nothing of itself, and its map is taken at its word.
    const std::string belonging = fmt::format("{}:{}", m_map.imageId, m_map.generation);
    (void)fsetxattr(m_image.get(), generationAttribute, belonging.data(), belonging.size(), 0);
    return {};
}

Result<void> SavedImage::write(Lba first, std::span<const std::byte> data) {
    const std::uint64_t sectorBytes = m_map.drive().logicalBytes;
    const LbaSpan span = intersection({first, {data.size() / sectorBytes}}, m_map.drive().whole());
    for (const LbaSpan& gap : m_map.held().gaps(span)) {
        const auto part =
            data.subspan((gap.first - first).value * sectorBytes, gap.count.value * sectorBytes);
        if (auto written = writeBytes(gap.first.value * sectorBytes, part); !written)
            return written;
        m_map.add(gap.first, part);
    }
    return {};
}

bool SavedImage::isHole(std::uint64_t offset, std::uint64_t bytes) const {
    if (m_fresh)
        return true;
    const off_t data = lseek(m_image.get(), static_cast<off_t>(offset), SEEK_DATA);
    return data < 0 ? errno == ENXIO : static_cast<std::uint64_t>(data) >= offset + bytes;
}

// Zeros are left out where the file is a hole already.
Result<void> SavedImage::writeBytes(std::uint64_t offset, std::span<const std::byte> data) {
    std::size_t from = 0;
    const auto flush = [&](std::size_t to) {
        return from < to ? writeAllAt(m_image.get(), data.subspan(from, to - from), offset + from) : 0;
    };
    for (std::size_t at = 0; at + holeBytes <= data.size(); at += holeBytes) {
        if (!allZero(data.subspan(at, holeBytes)) || !isHole(offset + at, holeBytes))
            continue;
        if (const int error = flush(at); error != 0)
            return tl::unexpected(failed("writing to the image", error));
        from = at + holeBytes;
    }
    if (const int error = flush(data.size()); error != 0)
        return tl::unexpected(failed("writing to the image", error));
    return {};
}

Result<void> SavedImage::sync() {
    if (fdatasync(m_image.get()) != 0) {
        // The system forgets what it could not write: nothing since the last time is certain.
        const int error = errno;
        m_map.doubtUntold();
        m_mapBehind = true;
        return tl::unexpected(failed("making the image durable", error));
    }
    if (m_mapBehind)
        return rewriteMap().map([this] { m_map.news(); });
    const std::string lines = m_map.news();
    if (lines.empty())
        return {};
    if (const int error = writeAll(m_mapFile.get(), std::as_bytes(std::span(lines))); error != 0) {
        m_mapBehind = true; // the last line may be cut off
        return rewriteMap();
    }
    if (fdatasync(m_mapFile.get()) != 0) {
        m_mapBehind = true;
        return tl::unexpected(systemError("making durable the map of the image", m_path, errno));
    }
    return {};
}

Result<void> SavedImage::close() {
    if (auto synced = sync(); !synced)
        return synced;
    m_map.closedAt = changedAt(m_image.get());
    auto written = rewriteMap();
    if (!written)
        m_map.closedAt.clear();
    return written;
}

} // namespace orbita
